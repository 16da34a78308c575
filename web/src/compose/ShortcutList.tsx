import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useCallback, useEffect, useState } from 'react';
import { isWriting } from '../sentence/ownUndo';
import { LookDialog } from '../shell/LookDialog';
import { color } from '../theme/tokens';
import { useCommand } from './commands';

const shortcuts: [string, string][] = [
  ['Ctrl+Z, Ctrl+Y', 'undo, redo; in a field, what was typed there first'],
  ['Tab, Shift+Tab', 'to the next or the previous thing on the page'],
  ['Enter', 'types over the words of what is selected, or selects a band'],
  ['Arrow keys', 'move what is selected by a point; with Shift by ten'],
  ['Alt + arrow keys', 'move a column or a level; with Shift, change a column’s width'],
  ['Ctrl+C, Ctrl+X, Ctrl+V', 'copy, cut and paste, into other reports and tabs too'],
  ['Ctrl+D', 'a copy beside it'],
  ['Delete', 'takes out what is selected'],
  ['Right button, or the menu key', 'what can be done with what is selected'],
  ['Escape', 'one step up: from a part of a chart to the chart, from there to the report'],
  ['Shift + click', 'selects one more; a frame drawn on the page selects what it touches'],
  ['Alt while dragging', 'puts things where they are let go, beside the guides'],
  ['Ctrl++, Ctrl+−, Ctrl+0', 'larger, smaller, fitted to the window'],
  ['Ctrl+K', 'all commands, found by typing'],
  ['?', 'this list'],
];

/** What the keys do in Compose, opened by its button or by “?”. */
export function ShortcutList() {
  const [open, setOpen] = useState(false);
  useEffect(() => {
    const press = (e: KeyboardEvent) => {
      if (e.key === '?' && !isWriting(e.target) && !document.querySelector('.MuiPopover-root')) setOpen(true);
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, []);
  useCommand(
    'keys',
    useCallback(() => setOpen(true), []),
  );
  return (
    <>
      <Button size="small" color="inherit" onClick={() => setOpen(true)} sx={{ minWidth: 0, py: 0, color: color.muted }}>
        Keys
      </Button>
      <LookDialog title="What the keys do" open={open} onClose={() => setOpen(false)}>
        <Box component="dl" sx={{ m: 0, display: 'grid', gridTemplateColumns: 'max-content 1fr', columnGap: 3, rowGap: 0.75 }}>
          {shortcuts.map(([keys, words]) => (
            <Box key={keys} sx={{ display: 'contents' }}>
              <Box component="dt" sx={{ fontWeight: 600 }}>
                {keys}
              </Box>
              <Box component="dd" sx={{ m: 0 }}>
                {words}
              </Box>
            </Box>
          ))}
        </Box>
      </LookDialog>
    </>
  );
}
