/** Something that is changed step by step, with the way back and forth. */
export interface History<T> {
  past: T[];
  now?: T;
  future: T[];
}

const mostSteps = 1000;

export const begun = <T>(now?: T): History<T> => ({ past: [], now, future: [] });

/** One more step; what was undone before it is gone. */
export function step<T>({ past, now }: History<T>, next: T): History<T> {
  return { past: now === undefined ? past : [...past.slice(1 - mostSteps), now], now: next, future: [] };
}

export function undone<T>(history: History<T>): History<T> {
  const { past, now, future } = history;
  return past.length === 0 || now === undefined
    ? history
    : { past: past.slice(0, -1), now: past[past.length - 1], future: [now, ...future] };
}

export function redone<T>(history: History<T>): History<T> {
  const { past, now, future } = history;
  return future.length === 0 || now === undefined ? history : { past: [...past, now], now: future[0], future: future.slice(1) };
}
