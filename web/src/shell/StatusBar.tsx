import Box from '@mui/material/Box';
import type { ReactNode } from 'react';
import { color } from '../theme/tokens';

/** The line of counts at the bottom. */
export function StatusBar({ left, right }: { left: ReactNode[]; right?: ReactNode }) {
  return (
    <Box
      component="footer"
      data-region="status"
      sx={{
        display: 'flex',
        flexWrap: 'wrap',
        alignItems: 'center',
        columnGap: 3,
        minHeight: 28,
        flex: 'none',
        px: 1.75,
        fontSize: 12,
        color: color.muted,
        bgcolor: color.panel,
        borderTop: `1px solid ${color.line}`,
      }}
    >
      {left.filter(Boolean).map((text, i) => (
        <span key={i}>{text}</span>
      ))}
      <Box sx={{ ml: 'auto', display: 'flex', gap: 2, alignItems: 'center' }}>{right}</Box>
    </Box>
  );
}
