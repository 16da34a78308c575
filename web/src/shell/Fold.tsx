import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useId, useState, type ReactNode } from 'react';

/** What is always there on a wide screen, and behind a button on a narrow one, where the page needs the room. */
export function Fold({ label, isNeeded = false, children }: { label: string; isNeeded?: boolean; children: ReactNode }) {
  const [open, setOpen] = useState(false);
  const id = useId();
  const shown = open || isNeeded;
  return (
    <>
      <Button
        aria-expanded={shown}
        aria-controls={id}
        onClick={() => setOpen(!open)}
        sx={{ display: { xs: 'inline-flex', md: 'none' }, minWidth: 0, px: 0.5 }}
      >
        {label} {shown ? '▴' : '▾'}
      </Button>
      <Box id={id} sx={{ display: { xs: shown ? 'contents' : 'none', md: 'contents' } }}>
        {children}
      </Box>
    </>
  );
}
