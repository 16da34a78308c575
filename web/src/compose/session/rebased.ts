const written = (thing: unknown) => JSON.stringify(thing);
const same = (a: unknown, b: unknown) => written(a) === written(b);
const isObject = (thing: unknown): thing is Record<string, unknown> => typeof thing === 'object' && thing !== null && !Array.isArray(thing);

/**
 * A change that was made to what was seen, made to what there is by now: whoever adds a second value before the first one was
 * answered wants both. Where both changed the same thing, the later one holds.
 */
export function rebased(seen: unknown, changed: unknown, newest: unknown): unknown {
  if (same(seen, newest)) return changed;
  if (same(seen, changed)) return newest;
  if (Array.isArray(seen) && Array.isArray(changed) && Array.isArray(newest)) return rebasedList(seen, changed, newest);
  if (isObject(seen) && isObject(changed) && isObject(newest)) {
    const keys = new Set([...Object.keys(changed), ...Object.keys(newest)]);
    return Object.fromEntries([...keys].map((key) => [key, rebased(seen[key], changed[key], newest[key])]));
  }
  return changed;
}

function rebasedList(seen: unknown[], changed: unknown[], newest: unknown[]): unknown[] {
  if (changed.length === seen.length && newest.length >= seen.length)
    return newest.map((item, i) => (i < seen.length ? rebased(seen[i], changed[i], item) : item));
  if (changed.length > seen.length && same(changed.slice(0, seen.length), seen)) return [...newest, ...changed.slice(seen.length)];
  const gone = seen.filter((item) => !changed.some((kept) => same(kept, item)));
  if (changed.length < seen.length && gone.length === seen.length - changed.length)
    return newest.filter((item) => !gone.some((out) => same(out, item)));
  return changed;
}
