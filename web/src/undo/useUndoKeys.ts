import { useEffect, useRef } from 'react';
import { isWriting } from '../focus/isWriting';
import { hasOwnUndo } from './ownUndo';
import { takeTyped } from './useDraft';

/**
 * Ctrl+Z, Ctrl+Y and Ctrl+Shift+Z, wherever the focus is. In a field they first take back what was typed there; where nothing is
 * left of that, they are those of the whole.
 */
export function useUndoKeys(undo: (() => void) | undefined, redo: (() => void) | undefined) {
  const newest = useRef({ undo, redo });
  newest.current = { undo, redo };
  useEffect(() => {
    const press = (e: KeyboardEvent) => {
      if (e.defaultPrevented || !(e.ctrlKey || e.metaKey) || e.altKey) return;
      const key = e.key.toLowerCase();
      const back = key === 'z' && !e.shiftKey;
      if (!back && key !== 'y' && key !== 'z') return;
      if (hasOwnUndo(e.target) || (!back && isWriting(e.target) && !newest.current.redo)) return;
      e.preventDefault();
      e.stopPropagation();
      if (back) newest.current.undo?.();
      else newest.current.redo?.();
    };
    // Before an editor in the page swallows it.
    window.addEventListener('keydown', press, { capture: true });
    return () => window.removeEventListener('keydown', press, { capture: true });
  }, []);
}

/** A step back as a button makes it: what is typed and not taken yet is the last step. */
export const undoTyped = (undo: () => void) => () => {
  takeTyped();
  undo();
};
