const kinds = 'a[href], button, input, select, textarea, summary, [tabindex], [contenteditable=true]';

const isShown = (element: Element) => element.getClientRects().length > 0;

/** Whether something can have the focus now: it is in the page, to be seen, and not switched off. */
export const canFocus = (element: Element): element is HTMLElement | SVGElement =>
  element.isConnected &&
  element.matches(kinds) &&
  !element.matches(':disabled, [inert] *, [type=hidden]') &&
  element.closest('[aria-hidden=true]') === null &&
  isShown(element);

/** Where Tab stops within something, in the order of the page. */
export const tabStops = (root: ParentNode): (HTMLElement | SVGElement)[] =>
  [...root.querySelectorAll(kinds)].filter((e): e is HTMLElement => canFocus(e) && (e as HTMLElement).tabIndex >= 0);

/** Gives the focus to the next tab stop of the page from here, as Tab does; backwards with -1. */
export function goOnFrom(here: Element, by: 1 | -1 = 1) {
  const stops = tabStops(document);
  stops[stops.indexOf(here as HTMLElement) + by]?.focus();
}

/** Gives something the focus, whether Tab stops there or not. */
export function focusOn(element: HTMLElement | SVGElement | null | undefined): boolean {
  if (!element) return false;
  if (!element.hasAttribute('tabindex') && !element.matches(kinds)) element.setAttribute('tabindex', '-1');
  element.focus();
  return document.activeElement === element;
}
