import { useQuery } from '@tanstack/react-query';
import { listAggregatesOptions } from '../../api/generated/@tanstack/react-query.gen';
import type { TotalChoice } from '../../api/generated';

/** Kinds of totals as sentences offer them; the server's list says which there are. */
export function useTotals(): TotalChoice[] {
  return useQuery({ ...listAggregatesOptions(), staleTime: Infinity }).data ?? [];
}

/** Those that need nothing but what they are taken of. */
export const useAggregates = (): TotalChoice[] => useTotals().filter((a) => a.asks === 'nothing' && a.name !== 'averageOfGroups');
