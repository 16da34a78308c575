import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useSnackbar } from 'notistack';
import { Link } from 'react-router';
import { listReportsQueryKey } from '../api/generated/@tanstack/react-query.gen';
import { api } from '../api/client';
import type { DatasetUse } from '../api/generated';
import { count, firstFew } from '../shell/count';
import { color } from '../theme/tokens';

/** What a report would have to mend if it followed now. */
export const breaksOf = (use: DatasetUse) => use.changed.filter((c) => c.now === null && c.uses.length > 0);

/** The reports that hold a copy of the dataset, how each copy stands, and a way to bring them all up to date. */
export function UsedBy({ id, saved }: { id: string; saved: number }) {
  const client = useQueryClient();
  const { enqueueSnackbar } = useSnackbar();
  const uses = useQuery({
    queryKey: ['dataset-uses', id, saved],
    queryFn: () => api.datasetUses(id),
    placeholderData: (previous) => previous,
  });
  const reports = uses.data?.reports ?? [];
  const outdated = reports.filter((r) => !r.upToDate);
  const broken = outdated.filter((r) => breaksOf(r).length > 0);
  const follow = () =>
    api
      .followDataset(
        id,
        outdated.map((r) => r.report),
      )
      .then(
        async (followed) => {
          await client.invalidateQueries({ queryKey: ['dataset-uses', id] });
          await client.invalidateQueries({ queryKey: listReportsQueryKey() });
          const mend = followed.flatMap((f) => f.broken.map((b) => `${f.report}: ${b}`));
          enqueueSnackbar(
            [
              `${count(followed.length, 'draft')} brought up to date.`,
              'What readers see changes when the reports are published.',
              mend.length ? `To mend: ${firstFew(mend)}.` : '',
            ]
              .filter(Boolean)
              .join(' '),
            { variant: mend.length ? 'warning' : 'success' },
          );
        },
        (error: Error) => enqueueSnackbar(error.message, { variant: 'error' }),
      );
  return (
    <Box component="section" aria-label="Used by" sx={{ mt: 2 }}>
      <Box component="h2" sx={{ fontSize: 13, m: 0, mb: 0.5 }}>
        Used by
      </Box>
      {uses.data && reports.length === 0 && uses.data.datasets.length === 0 && <Box sx={{ color: color.muted }}>Nothing yet.</Box>}
      {reports.map((use) => (
        <Box key={use.report} sx={{ py: 0.25 }}>
          <Box component={Link} to={`/compose/${use.report}`} sx={{ color: color.main, fontWeight: 600, textDecoration: 'none' }}>
            {use.title}
          </Box>
          <Box component="span" sx={{ color: color.muted, fontSize: 12, ml: 1 }}>
            {use.upToDate ? 'up to date' : 'has an earlier state'}
          </Box>
          {breaksOf(use).map((c) => (
            <Box key={c.field} sx={{ fontSize: 12, color: color.problem }}>
              Would lose {c.caption}: {c.uses.join(', ')}
            </Box>
          ))}
        </Box>
      ))}
      {uses.data?.datasets.map((name) => (
        <Box key={name} sx={{ py: 0.25 }}>
          {name}{' '}
          <Box component="span" sx={{ color: color.muted, fontSize: 12 }}>
            starts from it
          </Box>
        </Box>
      ))}
      {outdated.length > 0 && (
        <Button size="small" variant="outlined" sx={{ mt: 1 }} onClick={() => void follow()}>
          {broken.length
            ? `Bring up to date, ${broken.length} to mend`
            : outdated.length === 1
              ? 'Bring it up to date'
              : `Bring ${outdated.length} up to date`}
        </Button>
      )}
    </Box>
  );
}
