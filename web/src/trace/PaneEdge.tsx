import Box from '@mui/material/Box';
import { useRef } from 'react';
import { color } from '../theme/tokens';

/** The movable left edge of a pane at the right of the screen; by keyboard too. */
export function PaneEdge({ width, least, most, onWidth }: { width: number; least: number; most: number; onWidth: (to: number) => void }) {
  const start = useRef<{ x: number; width: number }>(undefined);
  const put = (to: number) => onWidth(Math.round(Math.max(least, Math.min(most, to))));
  return (
    <Box
      role="separator"
      aria-orientation="vertical"
      aria-label="Width of the pane"
      aria-valuenow={width}
      aria-valuemin={least}
      aria-valuemax={most}
      tabIndex={0}
      onPointerDown={(e) => {
        start.current = { x: e.clientX, width };
        e.currentTarget.setPointerCapture(e.pointerId);
      }}
      onPointerMove={(e) => {
        if (start.current) put(start.current.width + start.current.x - e.clientX);
      }}
      onPointerUp={() => (start.current = undefined)}
      onKeyDown={(e) => {
        const by = { ArrowLeft: 20, ArrowRight: -20 }[e.key];
        if (by) put(width + by);
      }}
      sx={{
        display: { xs: 'none', md: 'block' },
        width: 5,
        flex: 'none',
        cursor: 'col-resize',
        touchAction: 'none',
        bgcolor: color.line,
        '&:hover, &:focus-visible': { bgcolor: color.main },
      }}
    />
  );
}
