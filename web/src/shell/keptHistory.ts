import type { History } from './history';

/** Keeps the way back and forth for when the page is loaded anew, in this tab; of a long one, as much as there is room for. */
export function keepHistory<T>(name: string, history: History<T>) {
  let { past, future } = history;
  for (;;) {
    try {
      if (past.length + future.length === 0) sessionStorage.removeItem(name);
      else sessionStorage.setItem(name, JSON.stringify({ past, now: history.now, future }));
      return;
    } catch {
      if (past.length + future.length === 0) return;
      // What is furthest goes first.
      past = past.slice(Math.ceil(past.length / 2));
      future = future.slice(0, Math.floor(future.length / 2));
    }
  }
}

/** The way back and forth from what is there now; one from something else is of no use. */
export function readHistory<T>(name: string, now: T): History<T> | undefined {
  try {
    const kept = JSON.parse(sessionStorage.getItem(name) ?? 'null') as History<T> | null;
    return kept && JSON.stringify(kept.now) === JSON.stringify(now) ? kept : undefined;
  } catch {
    return undefined;
  }
}
