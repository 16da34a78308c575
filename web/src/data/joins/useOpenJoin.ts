import { useRef, useState } from 'react';
import { enterRegion } from '../../focus/regions';
import { canFocus, focusOn } from '../../focus/tabbable';
import { afterPaint } from '../../shell/afterPaint';

/** The table whose join the settings show. They have the focus as they open; what opened them has it again as they close. */
export function useOpenJoin() {
  const [table, setTable] = useState<string>();
  const opener = useRef<Element | null>(null);
  const open = (id: string | undefined) => {
    if (id === table) return;
    if (table === undefined) opener.current = document.activeElement;
    setTable(id);
    afterPaint(() => {
      if (id !== undefined) enterRegion('settings');
      else if (opener.current && canFocus(opener.current)) focusOn(opener.current);
      // The list of joins is drawn anew.
      else focusOn(document.querySelector<HTMLElement>(`[data-join=${JSON.stringify(table)}]`));
    });
  };
  return { table, open };
}
