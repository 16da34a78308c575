import { textIn } from '../focus/isWriting';

/** What the place that has the focus held when it got it, or when it was taken last. */
const held = new WeakMap<Element, string>();

function hold(target: unknown) {
  const text = textIn(target);
  if (text !== undefined) held.set(target as Element, text);
}

/** Notes that what stands where the focus is has been taken, so that taking it back is no business of the field any more. */
export const settle = () => hold(document.activeElement);

window.addEventListener('focusin', (e) => hold(e.target));

/** True if a place has typing of its own to take back. */
export function hasOwnUndo(target: EventTarget | null): boolean {
  const text = textIn(target);
  return text !== undefined && text !== (held.get(target as Element) ?? text);
}
