const isField = (target: unknown): target is HTMLInputElement | HTMLTextAreaElement =>
  target instanceof HTMLInputElement || target instanceof HTMLTextAreaElement;

/** What stands where keys write: in a field, or in an editor of code; undefined elsewhere. */
export function textIn(target: unknown): string | undefined {
  if (isField(target)) return target.value;
  return target instanceof HTMLElement && target.isContentEditable ? (target.textContent ?? '') : undefined;
}

/** True where keys write. */
export const isWriting = (target: EventTarget | null): boolean => textIn(target) !== undefined || target instanceof HTMLSelectElement;
