import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { api } from '../../api/client';
import type { Dataset } from '../../api/generated';
import { count } from '../../shell/count';
import { color } from '../../theme/tokens';
import { RowsTable } from './RowsTable';

const rowsShown = 6;

/** The first rows of something that is about to be picked. */
export function SmallLook({ dataset }: { dataset: Dataset }) {
  const look = useQuery({
    queryKey: ['small-look', JSON.stringify(dataset)],
    queryFn: ({ signal }) => api.lookAtDataset({ definition: dataset, counting: false }, signal),
    gcTime: 30_000,
  });
  if (!look.data)
    return (
      <Box sx={{ color: look.error ? color.problem : color.muted, fontSize: 12 }} role="status">
        {look.error?.message ?? 'Reading…'}
      </Box>
    );
  const error = look.data.problems.find((p) => p.severity === 'error');
  if (error)
    return (
      <Box role="alert" sx={{ color: color.problem, fontSize: 12 }}>
        {error.message}
      </Box>
    );
  return (
    <Box
      tabIndex={0}
      role="region"
      aria-label={`First rows of ${dataset.name}`}
      sx={{ overflow: 'auto', border: `1px solid ${color.line}`, borderRadius: 1, bgcolor: color.paper }}
    >
      <RowsTable view={{ ...look.data, rows: look.data.rows.slice(0, rowsShown) }} fields={dataset.fields ?? []} />
      <Box sx={{ px: 1, fontSize: 11, color: color.muted }}>
        {look.data.problems.some((p) => p.code === 'rows-cut-off')
          ? 'the first rows'
          : look.data.count > rowsShown
            ? `the first ${rowsShown} of ${count(look.data.count, 'row')}`
            : count(look.data.count, 'row')}
      </Box>
    </Box>
  );
}
