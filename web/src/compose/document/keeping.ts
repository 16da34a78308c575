import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { listLooksQueryKey } from '../../api/generated/@tanstack/react-query.gen';
import { api } from '../../api/client';
import type { ElementChartElement, KeptLooks } from '../../api/generated';

/** Keeps looks and palettes by name, and forgets them; says what went wrong. */
export function useKeeping() {
  const client = useQueryClient();
  const [failure, setFailure] = useState('');
  const after = async (answer: Promise<KeptLooks>) => {
    try {
      client.setQueryData(listLooksQueryKey(), await answer);
      setFailure('');
    } catch (e) {
      setFailure(e instanceof Error ? e.message : String(e));
    }
  };
  return {
    failure,
    keepLook: (name: string, chart: ElementChartElement, isDefault: boolean) => after(api.keepLook(name, chart, isDefault)),
    removeLook: (name: string) => after(api.removeLook(name)),
    keepPalette: (name: string, colors: string[]) => after(api.keepPalette(name, colors)),
    removePalette: (name: string) => after(api.removePalette(name)),
  };
}
