import { useEffect, useRef } from 'react';
import { announce } from '../../focus/announce';
import { useCompose } from './composeStore';
import { stepName } from '../document/stepNames';

const sentence = (words: string) => `${words.charAt(0).toUpperCase()}${words.slice(1)}.`;

/** Says what each edit did, and what undo and redo did, to those who do not see the page change. */
export function useSaidSteps() {
  const { past, future, definition } = useCompose('past', 'future', 'definition');
  const before = useRef<{ past: number; now: typeof definition }>(undefined);
  useEffect(() => {
    const was = before.current;
    before.current = definition && { past: past.length, now: definition };
    if (!was?.now || !definition || was.now === definition || was.now.title === undefined) return;
    const [isUndone, from] = [past.length < was.past, was.now];
    announce(isUndone ? `Undone: ${stepName(definition, from)}.` : sentence(stepName(from, definition)));
  }, [past.length, future.length, definition]);
}
