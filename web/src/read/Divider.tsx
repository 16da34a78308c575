import Box from '@mui/material/Box';
import { useRef } from 'react';
import { color } from '../theme/tokens';

const [least, most] = [0.2, 0.8];

/** The movable line between two reports; by keyboard too. */
export function Divider({ share, onShare }: { share: number; onShare: (share: number) => void }) {
  const from = useRef<{ left: number; width: number }>(undefined);
  const put = (to: number) => onShare(Math.max(least, Math.min(most, to)));
  return (
    <Box
      role="separator"
      aria-orientation="vertical"
      aria-label="Between the two reports"
      aria-valuenow={Math.round(share * 100)}
      aria-valuemin={least * 100}
      aria-valuemax={most * 100}
      tabIndex={0}
      onPointerDown={(e) => {
        const around = e.currentTarget.parentElement!;
        const first = e.currentTarget.previousElementSibling!.getBoundingClientRect();
        from.current = { left: first.left, width: around.getBoundingClientRect().right - first.left };
        e.currentTarget.setPointerCapture(e.pointerId);
      }}
      onPointerMove={(e) => {
        if (from.current) put((e.clientX - from.current.left) / from.current.width);
      }}
      onPointerUp={() => (from.current = undefined)}
      onDoubleClick={() => put(0.5)}
      onKeyDown={(e) => {
        const by = { ArrowLeft: -0.02, ArrowRight: 0.02 }[e.key];
        if (by) put(share + by);
        if (e.key === 'Home') put(least);
        if (e.key === 'End') put(most);
      }}
      sx={{
        width: 5,
        flex: 'none',
        cursor: 'col-resize',
        touchAction: 'none',
        bgcolor: color.linkMark,
        '&:hover, &:focus-visible': { bgcolor: color.link },
      }}
    />
  );
}
