import type { BandKind } from '../../api/generated';
import { useCompose } from './composeStore';
import { useKeptLooks } from '../document/choices';

/** Puts a chart into a band, with the look that new charts begin with. */
export function useAddChart() {
  const { edit } = useCompose('edit');
  const look = useKeptLooks().looks.find((l) => l.isDefault)?.look;
  return (section: string, band: BandKind, level?: number) => void edit({ type: 'addChart', section, band, level, look });
}
