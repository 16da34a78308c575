import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { ReactNode } from 'react';
import { color } from '../theme/tokens';

/** Something kept that this program cannot read: its name, the reason, and the way to its file. */
export function Unreadable({ name, reason, file, children }: { name: string; reason: string; file: string; children?: ReactNode }) {
  return (
    <Box
      component="article"
      aria-label={name}
      sx={{
        p: 1.5,
        bgcolor: color.paper,
        border: `1px solid ${color.line}`,
        borderLeft: `3px solid ${color.problem}`,
        borderRadius: 1.5,
        minWidth: 0,
      }}
    >
      <Box sx={{ fontSize: 14, fontWeight: 700 }}>{name}</Box>
      <Box sx={{ my: 1, color: color.problem, fontSize: 12, overflowWrap: 'anywhere' }}>{reason}</Box>
      <Box sx={{ display: 'flex', gap: 0.25, ml: -0.75, '& .MuiButton-root': { minWidth: 0, px: 0.75 } }}>
        <Button component="a" href={file} download>
          Get the file
        </Button>
        {children}
      </Box>
    </Box>
  );
}
