import Box from '@mui/material/Box';
import { ProgressNote } from '../../shell/ProgressNote';
import { color } from '../../theme/tokens';
import { useCompose } from '../store/composeStore';
import { useBusyProgress } from '../store/useBusyProgress';

/** Over the page while a change takes its time; what was there stays in sight. */
export function BusyNote() {
  const seen = useCompose((s) => s.view !== undefined);
  const busy = useBusyProgress();
  if (!busy || !seen) return null;
  return (
    <Box
      sx={{
        position: 'fixed',
        left: '50%',
        bottom: 44,
        zIndex: 5,
        transform: 'translateX(-50%)',
        display: 'flex',
        alignItems: 'center',
        gap: 2,
        px: 2,
        py: 1,
        borderRadius: 1,
        bgcolor: color.paper,
        border: `1px solid ${color.line}`,
        boxShadow: '0 2px 10px rgba(31,42,48,.2)',
      }}
    >
      <ProgressNote progress={busy.progress} onStop={busy.stop} />
    </Box>
  );
}
