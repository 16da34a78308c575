/** What the place that has the focus held when it got it, or when it was taken last. */
const held = new WeakMap<Element, string>();

const isField = (target: unknown): target is HTMLInputElement | HTMLTextAreaElement =>
  target instanceof HTMLInputElement || target instanceof HTMLTextAreaElement;

/** What stands where keys write: in a field, or in an editor of code; undefined elsewhere. */
function textIn(target: unknown): string | undefined {
  if (isField(target)) return target.value;
  return target instanceof HTMLElement && target.isContentEditable ? (target.textContent ?? '') : undefined;
}

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

/** True where keys write. */
export const isWriting = (target: EventTarget | null): boolean => textIn(target) !== undefined || target instanceof HTMLSelectElement;
