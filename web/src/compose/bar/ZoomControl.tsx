import Box from '@mui/material/Box';
import { useEffect } from 'react';
import { color } from '../../theme/tokens';
import { actual, setRulers, setZoom, useZoom, type RulerUnit } from '../document/zoom';

const nextRulers = (now?: RulerUnit) => (now === undefined ? 'mm' : now === 'mm' ? 'inches' : undefined);

const button = {
  font: 'inherit',
  border: 0,
  px: 0.5,
  minWidth: 22,
  bgcolor: 'transparent',
  color: color.muted,
  cursor: 'pointer',
} as const;

/** How large the page is shown, and the keys for it. */
export function ZoomControl() {
  const zoom = useZoom((s) => s.chosen ?? s.fitted);
  const rulers = useZoom((s) => s.rulers);
  const fits = useZoom((s) => s.chosen === undefined);
  useEffect(() => {
    const press = (e: KeyboardEvent) => {
      if (!(e.ctrlKey || e.metaKey)) return;
      const way = e.key === '+' || e.key === '=' ? 1 : e.key === '-' ? -1 : e.key === '0' ? 0 : undefined;
      if (way === undefined) return;
      e.preventDefault();
      setZoom(way);
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, []);
  return (
    <Box role="group" aria-label="Zoom" sx={{ display: 'flex', alignItems: 'center' }}>
      <Box component="button" type="button" aria-label="Zoom out" title="Zoom out (Ctrl+−)" onClick={() => setZoom(-1)} sx={button}>
        −
      </Box>
      <Box
        component="button"
        type="button"
        aria-label={`${Math.round((zoom / actual) * 100)}%, fit to the window`}
        title="Fit the page to the window (Ctrl+0)"
        onClick={() => setZoom(0)}
        sx={{ ...button, minWidth: 52, fontWeight: fits ? 400 : 600 }}
      >
        {`${Math.round((zoom / actual) * 100)}%`}
      </Box>
      <Box component="button" type="button" aria-label="Zoom in" title="Zoom in (Ctrl++)" onClick={() => setZoom(1)} sx={button}>
        +
      </Box>
      <Box
        component="button"
        type="button"
        aria-label={`Rulers: ${rulers ?? 'none'}`}
        title="Rulers: none, in mm, in inches"
        onClick={() => setRulers(nextRulers(rulers))}
        sx={{ ...button, fontWeight: rulers ? 600 : 400 }}
      >
        {rulers ?? 'rulers'}
      </Box>
    </Box>
  );
}
