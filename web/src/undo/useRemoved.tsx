import Button from '@mui/material/Button';
import { useSnackbar, type SnackbarKey } from 'notistack';
import { useCallback, useEffect, useRef } from 'react';
import { announce } from '../focus/announce';
import { focusOn, tabStops } from '../focus/tabbable';
import { untilRead } from './untilRead';
import { useUndoKeys } from './useUndoKeys';
import { afterPaint } from '../shell/afterPaint';

interface Removal {
  name: string;
  message: SnackbarKey;
  restore: () => Promise<unknown>;
  /** Leads to what is back, by a selector. */
  place: string;
  isBack: boolean;
}

/** What was removed on this screen, the last one last: Ctrl+Z brings it back even when its message is gone. */
const removals: Removal[] = [];

/** Says that something was removed, with a way back: a button, or Ctrl+Z. What is back has the focus. */
export function useRemoved() {
  const { enqueueSnackbar, closeSnackbar } = useSnackbar();
  const bringBack = useRef<(removal?: Removal) => Promise<void>>(async () => {});
  bringBack.current = async (removal) => {
    if (!removal || removal.isBack) return;
    removal.isBack = true;
    if (removals.includes(removal)) removals.splice(removals.indexOf(removal), 1);
    closeSnackbar(removal.message);
    try {
      await removal.restore();
      announce(`“${removal.name}” is back.`);
      afterPaint(() => {
        const back = document.querySelector(removal.place);
        if (back) focusOn(tabStops(back)[0]);
      });
    } catch (error) {
      enqueueSnackbar((error as Error).message, { variant: 'error' });
    }
  };
  useUndoKeys(() => void bringBack.current(removals.at(-1)), undefined);
  // Another screen has a Ctrl+Z of its own; the message goes on to offer the way back there.
  useEffect(() => () => void removals.splice(0), []);
  return useCallback(
    (name: string, words: string, place: string, restore: () => Promise<unknown>) => {
      const removal: Removal = { name, message: `${name} ${Date.now()}`, restore, place, isBack: false };
      removals.push(removal);
      enqueueSnackbar(words, {
        key: removal.message,
        action: (
          <Button size="small" data-message={removal.message} sx={{ color: '#fff' }} onClick={() => void bringBack.current(removal)}>
            Undo
          </Button>
        ),
        persist: true,
      });
      untilRead(removal.message, () => closeSnackbar(removal.message));
    },
    [enqueueSnackbar, closeSnackbar],
  );
}
