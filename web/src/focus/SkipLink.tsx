import Box from '@mui/material/Box';
import { color } from '../theme/tokens';
import { enter } from './regions';

/** The first stop of every screen: over the bar, into what the screen is about. It is seen while it has the focus. */
export function SkipLink() {
  return (
    <Box
      component="a"
      href="#content"
      onClick={(e: React.MouseEvent) => {
        e.preventDefault();
        enter(document.querySelector<HTMLElement>('[data-skip-to]') ?? document.getElementById('content'));
      }}
      sx={{
        position: 'absolute',
        left: 8,
        top: 7,
        zIndex: 1200,
        px: 1.5,
        py: 0.75,
        borderRadius: 1,
        fontWeight: 600,
        bgcolor: color.paper,
        color: color.main,
        '&:not(:focus)': { clipPath: 'inset(50%)', pointerEvents: 'none' },
      }}
    >
      Skip to the content
    </Box>
  );
}
