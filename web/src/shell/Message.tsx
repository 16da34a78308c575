import Box from '@mui/material/Box';
import type { ReactNode } from 'react';
import { color } from '../theme/tokens';

/** A calm message in the middle of an empty or failed view, with the next step. */
export function Message({ title, children, problem }: { title: string; children?: ReactNode; problem?: boolean }) {
  return (
    <Box role={problem ? 'alert' : undefined} sx={{ m: 'auto', maxWidth: 460, p: 3, textAlign: 'center' }}>
      <Box component="h2" sx={{ fontSize: 17, m: 0, mb: 1, color: problem ? color.problem : color.ink }}>
        {title}
      </Box>
      <Box sx={{ color: color.muted, display: 'grid', gap: 1, justifyItems: 'center' }}>{children}</Box>
    </Box>
  );
}
