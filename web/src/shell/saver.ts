/** Saves a moment after the last of several changes, one save after the other: each is based on what the one before made. */
export interface Saver {
  /** Saves a moment later. */
  soon: (delay?: number) => void;
  /** Saves now, after what is being saved already. */
  now: () => Promise<void>;
  /** True while a save is waited for that was asked for with `soon`. */
  isWaiting: () => boolean;
}

/** @param send Sends what is newest by then; it handles its own failures. */
export function createSaver(delay: number, send: () => Promise<void>): Saver {
  let timer = 0;
  let queue: Promise<void> = Promise.resolve();
  const now = () => {
    clearTimeout(timer);
    timer = 0;
    queue = queue.then(send);
    return queue;
  };
  return {
    soon: (wait = delay) => {
      clearTimeout(timer);
      timer = window.setTimeout(() => void now(), wait);
    },
    now,
    isWaiting: () => timer !== 0,
  };
}
