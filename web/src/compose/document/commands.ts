import { useEffect } from 'react';
import { create } from 'zustand';

/** What was asked for by name from elsewhere, as from the list of all commands; the number tells one time from the next. */
const useAsked = create<{ name: string; time: number }>(() => ({ name: '', time: 0 }));

export const ask = (name: string) => useAsked.setState((s) => ({ name, time: s.time + 1 }));

/** Does something whenever it is asked for by its name. */
export function useCommand(name: string, run: () => void) {
  useEffect(
    () =>
      useAsked.subscribe((now) => {
        if (now.name === name) run();
      }),
    [name, run],
  );
}
