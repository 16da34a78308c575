import { useEffect, useState } from 'react';

/** Does something once what has changed is painted; returns how to leave it. */
export function afterPaint(run: () => void): () => void {
  let timer = 0;
  const frame = requestAnimationFrame(() => (timer = window.setTimeout(run)));
  return () => {
    cancelAnimationFrame(frame);
    clearTimeout(timer);
  };
}

/** A value as it was before the last paint: for what may follow the page a moment later, so that the page itself is there sooner. */
export function useSettled<T>(value: T): T {
  const [settled, setSettled] = useState(value);
  useEffect(() => afterPaint(() => setSettled(() => value)), [value]);
  return settled;
}
