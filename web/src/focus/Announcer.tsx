import Box from '@mui/material/Box';
import { useAnnounced } from './announce';
import { hidden } from './hidden';

/** Where announcements stand: nobody sees it, and screen readers say what changes. */
export function Announcer() {
  const { words, turn } = useAnnounced();
  return (
    <Box role="status" aria-label="Announcements" sx={hidden}>
      <span key={turn}>{words}</span>
    </Box>
  );
}
