import Box from '@mui/material/Box';
import { color } from '../../theme/tokens';
import { larger, smaller } from './pageZooms';

/** How large pages are shown, on each side by itself. */
export function PageZoom({ zoom, fits, onZoom }: { zoom: number; fits: boolean; onZoom: (zoom?: number) => void }) {
  const button = (label: string, sign: string, to?: number, isSet?: boolean) => (
    <Box
      component="button"
      aria-label={label}
      title={label}
      aria-pressed={isSet}
      onClick={() => onZoom(to)}
      sx={{
        border: 0,
        bgcolor: 'transparent',
        font: 'inherit',
        px: 0.75,
        cursor: 'pointer',
        '&:hover, &[aria-pressed=true]': { color: color.main },
      }}
    >
      {sign}
    </Box>
  );
  return (
    <Box
      role="group"
      aria-label="Size of the pages"
      sx={{
        position: 'absolute',
        right: 22,
        bottom: 10,
        zIndex: 10,
        display: 'flex',
        alignItems: 'center',
        fontSize: 12,
        bgcolor: color.panel,
        border: `1px solid ${color.line}`,
        borderRadius: 1,
        opacity: 0.92,
      }}
    >
      {button('Smaller', '−', smaller(zoom))}
      <Box aria-live="polite" sx={{ minWidth: 38, textAlign: 'center', fontVariantNumeric: 'tabular-nums' }}>
        {Math.round(zoom * 75)}%
      </Box>
      {button('Larger', '+', larger(zoom))}
      {button('Fit to the width', '↔', undefined, fits)}
    </Box>
  );
}
