import Box from '@mui/material/Box';
import { color } from '../../theme/tokens';
import type { RulerUnit } from '../document/zoom';

/** Points to a unit, into how many it is divided, and after how many a number stands. */
const units = {
  mm: { points: 72 / 25.4, small: 5, large: 10, number: (n: number) => String(n) },
  inches: { points: 72 / 8, small: 1, large: 8, number: (n: number) => String(n / 8) },
};

interface Props {
  unit: RulerUnit;
  zoom: number;
  /** The left margin, where the ruler begins to count, and the width of the page, in points. */
  left: number;
  width: number;
}

/** A ruler along the upper edge of the page, and one down its left side; places count from the margin and from the first band. */
export function Ruler({ unit, zoom, left, width }: Props) {
  const { points, small, large, number } = units[unit];
  const marks = (from: number, to: number) => {
    const first = Math.ceil(from / points / small) * small;
    return Array.from({ length: Math.max(0, Math.floor((to / points - first) / small) + 1) }, (_, i) => first + i * small);
  };
  const mark = { position: 'absolute', bgcolor: color.muted } as const;
  const words = { position: 'absolute', fontSize: 8, lineHeight: 1, color: color.muted } as const;
  return (
    <Box aria-hidden data-ruler={unit} sx={{ position: 'absolute', inset: 0, pointerEvents: 'none', overflow: 'hidden' }}>
      <Box sx={{ position: 'absolute', top: 0, left: 0, right: 0, height: 14, bgcolor: color.panel }} />
      {marks(-left, width - left).map((n) => (
        <Box key={n} sx={mark} style={{ left: (left + n * points) * zoom, top: n % large ? 10 : 7, width: 1, height: n % large ? 4 : 7 }} />
      ))}
      {marks(-left, width - left)
        .filter((n) => n % large === 0)
        .map((n) => (
          <Box key={n} component="span" sx={words} style={{ left: (left + n * points) * zoom + 2, top: 1 }}>
            {number(n)}
          </Box>
        ))}
      <Box sx={{ position: 'absolute', top: 14, left: 0, bottom: 0, width: 12, bgcolor: color.panel }} />
      {marks(0, 14400 / 4)
        .slice(0, 400)
        .map((n) => (
          <Box key={n} sx={mark} style={{ top: 14 + n * points * zoom, left: n % large ? 8 : 5, height: 1, width: n % large ? 4 : 7 }} />
        ))}
    </Box>
  );
}
