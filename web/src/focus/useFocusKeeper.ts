import { useEffect } from 'react';
import { regionOf } from './regions';
import { canFocus, focusOn, tabStops } from './tabbable';

/** Where the focus was: what is around it, and what stands beside it. */
interface Place {
  element: Element;
  around: Element[];
  before: Element[];
  after: Element[];
}

/** Places further back are of no use to anybody. */
const mostPlaces = 12;

/** What floats over the page goes with its purpose, so it is no place to come back to. */
const floats = (element: Element) => element.closest('.MuiModal-root, .notistack-SnackbarContainer') !== null;

/** The next one in what was closest around, or the one before: the last of a list leads to the one before it, not to the next list. */
function neighbour({ around, after, before }: Place): Element | undefined {
  // The next key must not remove anything.
  const isThere = (e: Element) => canFocus(e) && !floats(e) && !e.matches('[data-removes]');
  for (const box of [...around.filter((a) => a.isConnected), document.body]) {
    const inside = (e: Element) => box.contains(e) && isThere(e);
    const next = after.find(inside) ?? before.find(inside);
    if (next) return next;
  }
  return undefined;
}

/**
 * Keeps the focus in the page. What has it may go: it was removed, closed, switched off, or the screen was left. Then its neighbour gets
 * the focus, or what was around it, or the next screen's content; never nothing, where the next key would begin from the top.
 */
export function useFocusKeeper() {
  useEffect(() => {
    const places: Place[] = [];
    let waits = 0;

    const note = (e: FocusEvent) => {
      const element = e.target;
      if (!(element instanceof Element) || element === document.body) return;
      const around: Element[] = [];
      for (let up = element.parentElement; up && up !== document.body; up = up.parentElement) around.push(up);
      const stops = tabStops(element.closest('.MuiModal-root') ?? regionOf(element) ?? document.body);
      const at = stops.indexOf(element as HTMLElement);
      const beside = at < 0 ? stops.findIndex((s) => element.compareDocumentPosition(s) & Node.DOCUMENT_POSITION_FOLLOWING) : at;
      places.unshift({ element, around, before: stops.slice(0, Math.max(0, beside)).reverse(), after: stops.slice(Math.max(0, beside)) });
      places.length = Math.min(places.length, mostPlaces);
    };

    const check = () => {
      waits = 0;
      const now = document.activeElement;
      if (now && now !== document.body) return;
      const lost = places[0];
      // A click beside everything takes the focus away on purpose.
      if (!lost || canFocus(lost.element)) return;
      for (const place of places) {
        if (floats(place.element) && !place.element.isConnected) continue;
        const next =
          (canFocus(place.element) && place.element) ||
          neighbour(place) ||
          place.around.find((e) => canFocus(e) || (e.isConnected && e.matches('[data-region]')));
        if (next && focusOn(next as HTMLElement)) return;
      }
      const main = document.querySelector<HTMLElement>('main');
      focusOn(main?.querySelector<HTMLElement>('[data-focus-first]') ?? main);
    };
    // Whoever means to move the focus does so within the frame.
    const soon = () => (waits ||= requestAnimationFrame(() => (waits = requestAnimationFrame(check))));
    const watch = new MutationObserver(() => {
      if (!document.activeElement || document.activeElement === document.body) soon();
    });
    watch.observe(document.body, { childList: true, subtree: true, attributes: true, attributeFilter: ['disabled', 'inert'] });
    document.addEventListener('focusin', note);
    return () => {
      watch.disconnect();
      document.removeEventListener('focusin', note);
      cancelAnimationFrame(waits);
    };
  }, []);
}
