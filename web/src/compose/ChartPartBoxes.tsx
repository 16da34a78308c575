import Box from '@mui/material/Box';
import { color } from '../theme/tokens';
import { useCompose } from './composeStore';

const names: Record<string, string> = {
  title: 'Title',
  subtitle: 'Subtitle',
  note: 'Note',
  category: 'Category axis',
  left: 'Value axis',
  right: 'Right axis',
  plot: 'Marks',
  legend: 'Legend',
};

/** The parts of a chosen chart, to be chosen in turn: each opens its settings. Escape goes back to the chart. */
export function ChartPartBoxes({ chart, zoom }: { chart: string; zoom: number }) {
  const parts = useCompose((s) => s.view?.bands.flatMap((b) => b.charts).find((c) => c.id === chart)?.parts) ?? [];
  const chosen = useCompose((s) => (s.selection.kind === 'element' && s.selection.id === chart ? s.selection.part : undefined));
  const { select } = useCompose.getState();
  return parts.map((part, i) => (
    <Box
      key={i}
      role="button"
      tabIndex={0}
      aria-label={`${names[part.part] ?? part.part} of the chart`}
      aria-pressed={chosen === part.part}
      data-chart-part={part.part}
      onFocus={(e) => e.stopPropagation()}
      onKeyDown={(e) => {
        if (e.key === 'Enter' || e.key === ' ') {
          e.preventDefault();
          e.stopPropagation();
          select({ kind: 'element', id: chart, part: part.part });
        }
      }}
      sx={{
        position: 'absolute',
        borderRadius: 0.5,
        cursor: 'pointer',
        '&:hover': { outline: `1px dashed ${color.main}` },
        '&[aria-pressed=true]': { outline: `2px solid ${color.main}` },
      }}
      style={{ left: part.x * zoom, top: part.y * zoom, width: part.width * zoom, height: Math.max(6, part.height * zoom) }}
    />
  ));
}
