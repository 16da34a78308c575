import { create } from 'zustand';

/** What is said aloud next; the turn tells the same words said twice apart. */
export const useAnnounced = create<{ words: string; turn: number }>(() => ({ words: '', turn: 0 }));

/** Says something to those who hear the screen. What stands in a notice is said by itself. */
export const announce = (words: string) => useAnnounced.setState((s) => ({ words, turn: s.turn + 1 }));
