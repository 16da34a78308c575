import Box from '@mui/material/Box';
import { useEffect, useRef, useState } from 'react';
import { color } from '../../theme/tokens';

interface Props {
  /** What is being looked for. */
  text: string;
  onFind: (text: string) => void;
  /** Goes to the next place, or to the one before. */
  onNext: (by: 1 | -1) => void;
}

/**
 * Looks for a text in the whole report: Enter finds it, and goes on from place to place; Escape ends it. Ctrl+F leads
 * here, since the browser sees only the pages on screen.
 */
export function FindField({ text, onFind, onNext }: Props) {
  const [draft, setDraft] = useState(text);
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => {
    const press = (e: KeyboardEvent) => {
      if (!(e.ctrlKey || e.metaKey) || e.key.toLowerCase() !== 'f') return;
      e.preventDefault();
      input.current?.select();
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, []);
  return (
    <Box
      component="label"
      sx={{
        display: 'flex',
        alignItems: 'center',
        gap: 0.75,
        height: 28,
        px: 1,
        bgcolor: color.paper,
        border: `1px solid ${color.line}`,
        borderRadius: 1,
        '&:focus-within': { borderColor: color.main },
      }}
    >
      <Box component="span" aria-hidden sx={{ color: color.muted }}>
        ⌕
      </Box>
      <Box
        component="input"
        ref={input}
        name="find"
        aria-label="Find in report"
        placeholder="Find in report"
        value={draft}
        onChange={(e: React.ChangeEvent<HTMLInputElement>) => {
          setDraft(e.target.value);
          if (e.target.value === '') onFind('');
        }}
        onKeyDown={(e: React.KeyboardEvent) => {
          if (e.key === 'Enter') {
            if (draft === text) onNext(e.shiftKey ? -1 : 1);
            else onFind(draft.trim() === '' ? '' : draft);
          }
          if (e.key === 'Escape') {
            setDraft('');
            onFind('');
          }
        }}
        sx={{ font: 'inherit', color: color.ink, border: 0, '&:focus-visible': { outline: 0 }, bgcolor: 'transparent', p: 0, width: 130 }}
      />
    </Box>
  );
}
