import Box from '@mui/material/Box';
import { memo } from 'react';
import { Link } from 'react-router';
import { color } from '../theme/tokens';

/** Compose and Read, the two modes of a report. */
export const ModeSwitch = memo(function ModeSwitch({
  mode,
  composeTo,
  readTo,
}: {
  mode: 'compose' | 'read';
  composeTo: string;
  readTo: string;
}) {
  const item = (label: string, to: string, on: boolean) => (
    <Box
      component={Link}
      to={to}
      aria-current={on ? 'page' : undefined}
      sx={{
        px: 2,
        py: 0.4,
        borderRadius: 4,
        textDecoration: 'none',
        fontWeight: 600,
        color: on ? color.ink : color.paper,
        bgcolor: on ? color.panel : 'transparent',
      }}
    >
      {label}
    </Box>
  );
  return (
    <Box component="nav" aria-label="Mode" sx={{ display: 'flex', p: 0.25, borderRadius: 5, bgcolor: '#33414A' }}>
      {item('Compose', composeTo, mode === 'compose')}
      {item('Read', readTo, mode === 'read')}
    </Box>
  );
});
