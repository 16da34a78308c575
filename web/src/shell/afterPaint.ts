/** Does something once what has changed is painted; returns how to leave it. */
export function afterPaint(run: () => void): () => void {
  let timer = 0;
  const frame = requestAnimationFrame(() => (timer = window.setTimeout(run)));
  return () => {
    cancelAnimationFrame(frame);
    clearTimeout(timer);
  };
}
