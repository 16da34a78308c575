import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../../api/client';
import type { OutdatedCopy } from '../../api/generated';
import { color } from '../../theme/tokens';
import { useCompose } from '../store/composeStore';

/** Says that a dataset of the report is kept in another state by now, what that means here, and takes it over when told to. */
export function OutdatedBar() {
  const datasets = useCompose((s) => s.definition?.datasets);
  const { edit } = useCompose.getState();
  const [later, setLater] = useState<string>();
  const copies = useQuery({
    queryKey: ['outdated', datasets],
    queryFn: ({ signal }) => api.outdatedCopies({ definition: useCompose.getState().definition! }, signal),
    enabled: (datasets ?? []).some((d) => d.copyOf),
    gcTime: 10_000,
  });
  const shown = (copies.data ?? []).filter((c) => later !== JSON.stringify(c.next));
  return shown.map((copy) => (
    <Box
      key={copy.id}
      role="status"
      sx={{
        display: 'flex',
        alignItems: 'center',
        gap: 1,
        px: 1.75,
        py: 0.5,
        flex: 'none',
        bgcolor: color.mainTint,
        borderBottom: `1px solid ${color.line}`,
      }}
    >
      <span>
        The dataset <b>{copy.name}</b> has changed since this report took it over{words(copy)}.
      </span>
      <Button
        sx={{ ml: 'auto', flex: 'none' }}
        onClick={() => void edit({ type: 'exchangeDataset', old: copy.id, next: copy.next, fields: copy.fields })}
      >
        Take the change over
      </Button>
      <Button color="inherit" sx={{ flex: 'none' }} onClick={() => setLater(JSON.stringify(copy.next))}>
        Later
      </Button>
    </Box>
  ));
}

function words({ state }: OutdatedCopy): string {
  const renamed = state.changed.filter((c) => c.now !== null).map((c) => `${c.field} is called ${c.now}`);
  const gone = state.changed
    .filter((c) => c.now === null)
    .map((c) => `${c.caption} is gone${c.uses.length ? `, which ${c.uses.join(', ')} would lose` : ''}`);
  const added = state.added.length
    ? [`new: ${state.added.slice(0, 4).join(', ')}${state.added.length > 4 ? ` and ${state.added.length - 4} more` : ''}`]
    : [];
  const all = [...gone, ...renamed, ...added];
  return all.length ? `: ${all.join('; ')}` : '';
}
