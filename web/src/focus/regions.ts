import { useEffect } from 'react';
import { canFocus, focusOn, tabStops } from './tabbable';

/** Where the focus was last in each region. */
const last = new WeakMap<Element, HTMLElement>();

/** The regions of a screen, in its order: what carries `data-region`, and messages that offer something. */
const regions = () =>
  [...document.querySelectorAll<HTMLElement>('[data-region], .notistack-SnackbarContainer:has(button)')].filter(
    (r) => r.getClientRects().length > 0,
  );

export const regionOf = (element: Element | null): HTMLElement | null => element?.closest<HTMLElement>('[data-region]') ?? null;

/** Goes into a region: to where the focus was last, to its first stop, or to the region itself. */
export function enter(region: HTMLElement | null | undefined): boolean {
  if (!region) return false;
  const was = last.get(region);
  if (was && region.contains(was) && canFocus(was)) return focusOn(was);
  return focusOn(tabStops(region)[0] ?? region);
}

/** Goes into the region of a name. */
export const enterRegion = (name: string) => enter(document.querySelector<HTMLElement>(`[data-region="${name}"]`));

/** F6 goes round the regions of every screen, Shift+F6 the other way. What is open over the page keeps the focus. */
export function useRegions() {
  useEffect(() => {
    const note = (e: FocusEvent) => {
      const region = e.target instanceof Element ? regionOf(e.target) : null;
      if (region && e.target !== region) last.set(region, e.target as HTMLElement);
    };
    const press = (e: KeyboardEvent) => {
      if (e.key !== 'F6' || e.altKey || e.ctrlKey || e.metaKey) return;
      e.preventDefault();
      if (document.querySelector('.MuiModal-root:not([aria-hidden=true])')) return;
      const all = regions();
      const at = all.findIndex((r) => r.contains(document.activeElement));
      const step = e.shiftKey ? -1 : 1;
      for (let i = 1; i <= all.length; i++)
        if (enter(all[((((at < 0 && step < 0 ? 0 : at) + step * i) % all.length) + all.length) % all.length])) return;
    };
    document.addEventListener('focusin', note);
    window.addEventListener('keydown', press);
    return () => {
      document.removeEventListener('focusin', note);
      window.removeEventListener('keydown', press);
    };
  }, []);
}
