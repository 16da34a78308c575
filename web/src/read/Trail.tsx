import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQueries, useQuery } from '@tanstack/react-query';
import { listReportsOptions } from '../api/generated/@tanstack/react-query.gen';
import { api } from '../api/client';
import { carriedWords, namedParameters } from './questions/carriedWords';
import { color } from '../theme/tokens';
import { visible, type Step } from './run/address';

interface Props {
  steps: Step[];
  onBackTo: (index: number) => void;
  /** Takes a step out of the trail; those after it stay. */
  onRemove: (index: number) => void;
  newTab: string;
}

/** The path of drill-downs just taken, with every value that they carried. */
export function Trail({ steps, onBackTo, onRemove, newTab }: Props) {
  const reports = useQuery({ ...listReportsOptions(), staleTime: 30_000 });
  // What the parameters of each step are called.
  const definitions = useQueries({
    queries: steps.map((step) => ({
      queryKey: ['report', step.report],
      queryFn: () => api.report(step.report),
      staleTime: 30_000,
      retry: false,
    })),
  });
  const title = (id: string) => reports.data?.find((r) => r.id === id)?.title ?? id;
  const shown = visible(steps);
  return (
    <Box
      component="nav"
      aria-label="Trail"
      data-region="trail"
      sx={{
        display: 'flex',
        flexWrap: 'wrap',
        alignItems: 'center',
        gap: 1,
        minHeight: 40,
        flex: 'none',
        px: 1.75,
        bgcolor: color.paper,
        borderBottom: `1px solid ${color.line}`,
      }}
    >
      {steps.map((step, i) => (
        <Box key={i} sx={{ display: 'flex', alignItems: 'center', gap: 1, minWidth: 0 }}>
          {i > 0 && (
            <Box aria-hidden sx={{ color: color.link }}>
              ↘
            </Box>
          )}
          <Box
            component="button"
            onClick={() => onBackTo(i)}
            aria-current={shown.includes(i) ? 'step' : undefined}
            sx={{
              border: 0,
              borderRadius: 1,
              px: 1.25,
              height: 28,
              font: 'inherit',
              fontWeight: 600,
              cursor: 'pointer',
              whiteSpace: 'nowrap',
              overflow: 'hidden',
              textOverflow: 'ellipsis',
              bgcolor: i === 0 ? color.mainTint : color.linkTint,
              color: i === 0 ? color.ink : color.linkInk,
            }}
          >
            {[title(step.report), ...(i > 0 ? carriedWords(step.values, namedParameters(definitions[i].data?.definition ?? {})) : [])].join(
              ' · ',
            )}
          </Box>
          {i > 0 && (
            <Box
              component="button"
              aria-label={`Take ${title(step.report)} out of the trail`}
              title="Take this step out"
              onClick={() => onRemove(i)}
              sx={{ border: 0, bgcolor: 'transparent', color: color.muted, cursor: 'pointer', px: 0.5, font: 'inherit' }}
            >
              ×
            </Box>
          )}
        </Box>
      ))}
      <Box sx={{ ml: 'auto', display: 'flex', gap: 1, flex: 'none' }}>
        <Button size="small" onClick={() => onBackTo(steps.length - 2)}>
          ← Back
        </Button>
        <Button size="small" component="a" href={newTab} target="_blank" rel="noopener">
          Open in a new tab
        </Button>
      </Box>
    </Box>
  );
}
