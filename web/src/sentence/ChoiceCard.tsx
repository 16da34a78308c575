import Box from '@mui/material/Box';
import type { ReactNode } from 'react';
import { color } from '../theme/tokens';

/** One of several choices, shown as a card; it stands in a group with the role radiogroup. */
export function ChoiceCard({ isChosen, onChoose, children }: { isChosen: boolean; onChoose: () => void; children: ReactNode }) {
  return (
    <Box
      component="button"
      type="button"
      role="radio"
      aria-checked={isChosen}
      onClick={onChoose}
      sx={{
        font: 'inherit',
        textAlign: 'left',
        p: 1,
        cursor: 'pointer',
        bgcolor: color.paper,
        border: `1px solid ${color.line}`,
        borderRadius: 1,
        '&[aria-checked=true]': { borderColor: color.main, boxShadow: `inset 0 0 0 1px ${color.main}` },
      }}
    >
      {children}
    </Box>
  );
}
