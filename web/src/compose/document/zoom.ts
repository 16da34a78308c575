import { create } from 'zustand';

export type RulerUnit = 'mm' | 'inches';

const kept = 'lucid-lattice rulers';

/** Pixels of the screen for a point of the page, undefined fits the page to the window; and the unit of the rulers, if there are any. */
export const useZoom = create<{ chosen?: number; fitted: number; rulers?: RulerUnit }>(() => {
  const unit = globalThis.localStorage?.getItem(kept);
  return { fitted: 4 / 3, rulers: unit === 'mm' || unit === 'inches' ? unit : undefined };
});

/** Shows rulers, or takes them away; this browser keeps it. */
export function setRulers(rulers?: RulerUnit) {
  useZoom.setState({ rulers });
  localStorage.setItem(kept, rulers ?? '');
}

/** A page at 100 % is as large as on paper: 96 pixels an inch. */
export const actual = 4 / 3;

const steps = [0.25, 0.33, 0.5, 0.67, 0.75, 0.9, 1, 1.1, 1.25, 1.5, 1.75, 2, 2.5, 3, 4].map((s) => s * actual);

/** One step larger or smaller; 0 fits the page to the window again. */
export function setZoom(way: -1 | 0 | 1) {
  const { chosen, fitted } = useZoom.getState();
  const now = chosen ?? fitted;
  const next = way > 0 ? steps.find((s) => s > now * 1.01) : steps.findLast((s) => s < now * 0.99);
  useZoom.setState({ chosen: way === 0 ? undefined : (next ?? now) });
}
