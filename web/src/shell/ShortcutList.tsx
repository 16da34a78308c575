import Box from '@mui/material/Box';
import { memo, useEffect, useState } from 'react';
import { isWriting } from '../focus/isWriting';
import { BarButton } from './BarButton';
import { LookDialog } from './LookDialog';

/** Keys, and what they do. */
export type Shortcuts = [keys: string, words: string][];

const everywhere: Shortcuts = [
  ['F6, Shift+F6', 'to the next or the previous region of the screen'],
  ['Tab, Shift+Tab', 'to the next or the previous control'],
  ['Arrow keys', 'within a group: what is on the page, the outline, the marks of a chart, a table'],
  ['Enter, Space', 'does it, opens it or chooses it'],
  ['Escape', 'closes what is open, or goes one step out'],
  ['?', 'this list'],
];

const none: Shortcuts = [];

/** What the keys do, on every screen and on this one; opened by its button or by “?”. */
export const ShortcutList = memo(function ShortcutList({ screen, keys = none }: { screen: string; keys?: Shortcuts }) {
  const [open, setOpen] = useState(false);
  useEffect(() => {
    const press = (e: KeyboardEvent) => {
      if (e.key === '?' && !isWriting(e.target) && !document.querySelector('.MuiPopover-root, .MuiDialog-root')) setOpen(true);
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, []);
  return (
    <>
      <BarButton aria-label="What the keys do" title="What the keys do (?)" onClick={() => setOpen(true)} sx={{ minWidth: 30, px: 1 }}>
        ?
      </BarButton>
      <LookDialog title="What the keys do" open={open} onClose={() => setOpen(false)}>
        {keys.length > 0 && <Keys title={screen} keys={keys} />}
        <Keys title="On every screen" keys={everywhere} />
      </LookDialog>
    </>
  );
});

const Keys = ({ title, keys }: { title: string; keys: Shortcuts }) => (
  <>
    <Box component="h3" sx={{ fontSize: 13, m: 0, mb: 0.75 }}>
      {title}
    </Box>
    <Box component="dl" sx={{ m: 0, mb: 2, display: 'grid', gridTemplateColumns: 'max-content 1fr', columnGap: 3, rowGap: 0.5 }}>
      {keys.map(([name, words]) => (
        <Box key={name} sx={{ display: 'contents' }}>
          <Box component="dt" sx={{ fontWeight: 600 }}>
            {name}
          </Box>
          <Box component="dd" sx={{ m: 0 }}>
            {words}
          </Box>
        </Box>
      ))}
    </Box>
  </>
);
