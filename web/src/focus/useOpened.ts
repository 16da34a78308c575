import { useEffect, useRef, type RefObject } from 'react';
import { canFocus, focusOn, tabStops } from './tabbable';

/** For what opens within a screen: its first stop gets the focus, and as it closes, what opened it has the focus again. */
export function useOpened<T extends HTMLElement>(): RefObject<T | null> {
  const box = useRef<T>(null);
  useEffect(() => {
    const opener = document.activeElement;
    if (box.current) tabStops(box.current)[0]?.focus();
    return () => {
      const now = document.activeElement;
      if (opener && canFocus(opener) && (!now || now === document.body)) focusOn(opener);
    };
  }, []);
  return box;
}
