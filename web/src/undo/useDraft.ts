import { useEffect, useRef, useState } from 'react';
import { settle } from './ownUndo';

/** What is typed somewhere and not taken yet. */
const typed = new Set<() => void>();

/** Takes all that is typed and not taken yet, as if every field was left. */
export function takeTyped() {
  for (const take of [...typed]) take();
}

/**
 * A text while it is typed. It is taken with `take`, and however else its field is left: when it is gone from the page, and
 * before the page itself is left.
 */
export function useDraft(value: string, onTake: (text: string) => void) {
  const [draft, setDraft] = useState(value);
  // What was taken last, so that nothing is taken twice while the answer is under way.
  const taken = useRef(value);
  const newest = useRef({ draft, onTake });
  newest.current = { draft, onTake };
  useEffect(() => {
    // What is typed while the answer to something before it arrives stays.
    if (newest.current.draft === taken.current) setDraft(value);
    taken.current = value;
  }, [value]);
  const take = useRef(() => {
    const now = newest.current;
    if (now.draft === taken.current) return;
    taken.current = now.draft;
    settle();
    now.onTake(now.draft);
  }).current;
  useEffect(() => {
    typed.add(take);
    return () => {
      typed.delete(take);
      take();
    };
  }, [take]);
  /** Takes back what was typed. */
  const drop = () => {
    newest.current = { ...newest.current, draft: taken.current };
    setDraft(taken.current);
  };
  return { draft, setDraft, take, drop };
}

/** Takes something typed before the page is left; undefined while there is nothing to take. */
export function useTyped(take: (() => void) | undefined) {
  const newest = useRef(take);
  newest.current = take;
  useEffect(() => {
    const now = () => newest.current?.();
    typed.add(now);
    return () => {
      typed.delete(now);
    };
  }, []);
}
