import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { Swatch } from '../../../sentence/ColourBlank';
import { useCompose } from '../../store/composeStore';
import { useChartView } from '../../store/useChartView';

const mostListed = 24;

/** The series of a chart, each a way to its name, colour, lines and labels. */
export function SeriesList({ chart }: { chart: string }) {
  const series = useChartView(chart)?.series ?? [];
  const { select } = useCompose.getState();
  if (series.length === 0) return null;
  return (
    <Box role="group" aria-label="Series" sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.5 }}>
      {series.slice(0, mostListed).map((s, i) => (
        <Button
          key={i}
          size="small"
          color="inherit"
          sx={{ px: 0.75, minWidth: 0 }}
          onClick={() => select({ kind: 'element', id: chart, part: `series ${i}` })}
        >
          <Swatch of={s.color} />
          &nbsp;{s.name}…
        </Button>
      ))}
      {series.length > mostListed && <span>and {series.length - mostListed} more</span>}
    </Box>
  );
}
