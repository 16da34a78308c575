import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Drawer from '@mui/material/Drawer';
import InputBase from '@mui/material/InputBase';
import { useQuery } from '@tanstack/react-query';
import { useSnackbar } from 'notistack';
import { useState } from 'react';
import { api } from '../../api/client';
import { listDatasetsOptions } from '../../api/generated/@tanstack/react-query.gen';
import type { ExchangeProposal } from '../../api/generated';
import { DatasetPicks, isWanted } from '../../data/DatasetPicks';
import { SmallLook } from '../../data/rows/SmallLook';
import { Blank } from '../../sentence/Blank';
import { Message } from '../../shell/Message';
import { color } from '../../theme/tokens';
import { useCompose } from '../store/composeStore';
import { useActiveSection } from '../store/activeSection';
import { caption } from '../../shell/caption';

/** Puts another dataset in place of the report's: pick it, see which of its fields take the places of those in use, and exchange. */
export function ExchangePanel({ onClose }: { onClose: () => void }) {
  const { definition, edit } = useCompose('definition', 'edit');
  const { enqueueSnackbar } = useSnackbar();
  const datasets = useQuery(listDatasetsOptions());
  const [wanted, setWanted] = useState('');
  const [proposal, setProposal] = useState<ExchangeProposal>();
  const old = useActiveSection()?.dataset;
  if (!definition || !old) return null;
  const now = definition.datasets?.find((d) => d.id === old);
  const shown = datasets.data?.filter((d) => isWanted(d, wanted)) ?? [];
  const pick = (id: string) =>
    api
      .proposeExchange({ definition, old, dataset: id })
      .then(setProposal, (error: Error) => enqueueSnackbar(error.message, { variant: 'error' }));
  const map = (field: string, to: string) =>
    setProposal(proposal && { ...proposal, fields: proposal.fields.map((f) => (f.field === field ? { ...f, now: to || null } : f)) });
  const lost = proposal?.fields.filter((f) => f.now === null) ?? [];
  const exchange = async () => {
    const { next, fields } = proposal!;
    await edit({
      type: 'exchangeDataset',
      old,
      next,
      fields: Object.fromEntries(fields.filter((f) => f.now !== null).map((f) => [f.field, f.now!])),
    });
    onClose();
  };
  return (
    <Drawer
      anchor="bottom"
      variant="persistent"
      open
      slotProps={{
        paper: {
          'aria-label': 'Exchange the dataset',
          onKeyDown: (e: React.KeyboardEvent) => {
            if (e.key === 'Escape') onClose();
          },
          sx: { maxHeight: '62%', p: 2, bgcolor: color.panel, boxShadow: '0 -4px 16px rgba(31,42,48,.25)' },
        },
      }}
    >
      <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center', mb: 1.5 }}>
        <Box component="h2" sx={{ fontSize: 15, m: 0 }}>
          {proposal ? `Exchange ${now?.name ?? 'the dataset'} for ${proposal.next.name}` : `Which rows instead of ${now?.name ?? 'these'}?`}
        </Box>
        {!proposal && (
          <InputBase
            autoFocus
            placeholder="Find a dataset or a field"
            inputProps={{ 'aria-label': 'Find a dataset or a field' }}
            value={wanted}
            onChange={(e) => setWanted(e.target.value)}
            sx={{
              width: 260,
              height: 30,
              px: 1.25,
              fontSize: 13,
              bgcolor: color.paper,
              border: `1px solid ${color.line}`,
              borderRadius: 1,
            }}
          />
        )}
        <Box sx={{ ml: 'auto', display: 'flex', gap: 1 }}>
          {proposal && (
            <Button color="inherit" onClick={() => setProposal(undefined)}>
              Choose another
            </Button>
          )}
          {proposal && (
            <Button variant="contained" onClick={() => void exchange()}>
              {lost.length ? `Exchange, ${lost.length} to mend` : 'Exchange'}
            </Button>
          )}
          <Button color="inherit" onClick={onClose}>
            Leave it
          </Button>
        </Box>
      </Box>
      <Box sx={{ overflow: 'auto' }}>
        {proposal ? (
          <Box sx={{ display: 'flex', gap: 4, alignItems: 'flex-start' }}>
            <Mapping proposal={proposal} onMap={map} />
            <Box sx={{ flex: 1, minWidth: 0 }}>
              <SmallLook dataset={proposal.next} />
            </Box>
          </Box>
        ) : (
          <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(auto-fill, minmax(300px, 1fr))', gap: 1.5, alignItems: 'start' }}>
            {datasets.data?.length === 0 && <Message title="No dataset is kept yet">Make one under Data.</Message>}
            <DatasetPicks datasets={shown} onPick={(id) => void pick(id)} />
          </Box>
        )}
      </Box>
    </Drawer>
  );
}

function Mapping({ proposal, onMap }: { proposal: ExchangeProposal; onMap: (field: string, to: string) => void }) {
  const offered = proposal.next.fields ?? [];
  if (proposal.fields.length === 0) return <Message title="The report uses no field yet">Nothing has to be mapped.</Message>;
  return (
    <Box
      component="table"
      aria-label="Fields and their counterparts"
      sx={{
        borderCollapse: 'collapse',
        flex: 'none',
        maxWidth: '60%',
        '& td, & th': { textAlign: 'left', py: 0.5, pr: 3, verticalAlign: 'top' },
        '& th': { color: color.muted, fontWeight: 400 },
      }}
    >
      <thead>
        <tr>
          <th>In use</th>
          <th>Its place is taken by</th>
          <th>Where it is used</th>
        </tr>
      </thead>
      <tbody>
        {proposal.fields.map((f) => {
          const to = offered.find((o) => o.name === f.now);
          return (
            <tr key={f.field}>
              <td>
                <b>{f.caption}</b>
              </td>
              <td>
                <Blank
                  label={`Counterpart of ${f.caption}`}
                  tone={to ? 'main' : 'problem'}
                  choices={[
                    ...offered.map((o) => ({ value: o.name, label: caption(o), hint: o.type })),
                    { value: '', label: 'nothing: to be mended' },
                  ]}
                  onPick={(to) => onMap(f.field, to)}
                >
                  {to ? caption(to) : 'nothing: to be mended'}
                </Blank>
              </td>
              <Box component="td" sx={{ color: color.muted }}>
                {f.uses.join(', ')}
              </Box>
            </tr>
          );
        })}
      </tbody>
    </Box>
  );
}
