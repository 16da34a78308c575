import { create } from 'zustand';
import type { PrintedPlace } from '../api/generated';

/** What is traced, beside the page on which it stands. */
interface Traced {
  shown?: {
    /** The run in which it is printed. */
    run: string;
    place: PrintedPlace;
    /** What was clicked: it gets the focus back. */
    from: Element | null;
  };
}

export const useTraced = create<Traced>(() => ({}));

export const trace = (run: string, place: PrintedPlace) => useTraced.setState({ shown: { run, place, from: document.activeElement } });

/** Closes what is traced, if anything is. */
export function endTrace() {
  const { shown } = useTraced.getState();
  if (!shown) return;
  useTraced.setState({ shown: undefined });
  if (shown.from instanceof HTMLElement || shown.from instanceof SVGElement) shown.from.focus();
}
