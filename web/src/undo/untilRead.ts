/** Long enough to be read, and to be reached by keys, in milliseconds. */
const shownFor = 12_000;

/** Closes a message after a while, but not while it has the focus or the pointer is on it. */
export function untilRead(key: string | number, close: () => void) {
  const isUsed = () => {
    const box = [...document.querySelectorAll('[data-message]')].find((b) => b.getAttribute('data-message') === String(key));
    return box?.closest('.notistack-Snackbar')?.matches(':focus-within, :hover') ?? false;
  };
  const wait = () => setTimeout(() => (isUsed() ? wait() : close()), shownFor);
  wait();
}
