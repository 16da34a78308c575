import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import InputBase from '@mui/material/InputBase';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { listDatabasesOptions, listDatasetsOptions } from '../api/generated/@tanstack/react-query.gen';
import { api } from '../api/client';
import { DatasetPicks, isWanted } from '../data/DatasetPicks';
import { Message } from '../shell/Message';
import { color } from '../theme/tokens';

/** Picks the dataset, table or view that a new report lists. */
export function NewReportPanel({ onClose }: { onClose: () => void }) {
  const navigate = useNavigate();
  const databases = useQuery(listDatabasesOptions());
  const [wanted, setWanted] = useState('');
  const [failure, setFailure] = useState('');
  const datasets = useQuery(listDatasetsOptions());
  const fromDataset = (id: string) =>
    api.create({ dataset: id }).then(
      (report) => navigate(`/compose/${report.id}`),
      (error: Error) => setFailure(error.message),
    );
  const shown = datasets.data?.filter((d) => isWanted(d, wanted)) ?? [];
  const create = (database: string, table: string) =>
    api.create({ database, table }).then(
      (report) => navigate(`/compose/${report.id}`),
      (error: Error) => setFailure(error.message),
    );
  return (
    <Box
      component="aside"
      aria-label="New report"
      onKeyDown={(e) => {
        if (e.key === 'Escape') onClose();
      }}
      sx={{ width: 330, flex: 'none', overflow: 'auto', p: 2, bgcolor: color.panel, borderLeft: `1px solid ${color.line}` }}
    >
      <Box sx={{ display: 'flex', alignItems: 'center' }}>
        <Box component="h2" sx={{ fontSize: 15, m: 0 }}>
          New report
        </Box>
        <Button onClick={onClose} sx={{ ml: 'auto' }}>
          Close
        </Button>
      </Box>
      <Box sx={{ color: color.muted, mb: 1 }}>Which rows should it list? Everything can be changed later.</Box>
      <InputBase
        autoFocus
        placeholder="Find a dataset, table or field"
        inputProps={{ 'aria-label': 'Find a dataset, table or field' }}
        value={wanted}
        onChange={(e) => setWanted(e.target.value)}
        sx={{
          width: '100%',
          height: 30,
          px: 1.25,
          mb: 1,
          fontSize: 13,
          bgcolor: color.paper,
          border: `1px solid ${color.line}`,
          borderRadius: 1,
        }}
      />
      {failure && (
        <Box role="alert" sx={{ color: color.problem, mb: 1 }}>
          {failure}
        </Box>
      )}
      {shown.length > 0 && (
        <Box component="h3" sx={{ fontSize: 12, color: color.muted, m: 0, my: 0.5 }}>
          Datasets
        </Box>
      )}
      <Box sx={{ display: 'grid', gap: 0.5 }}>
        <DatasetPicks datasets={shown} onPick={(id) => void fromDataset(id)} />
      </Box>
      {databases.error && (
        <Message problem title="The databases cannot be read">
          {databases.error.message}
        </Message>
      )}
      {databases.data?.map((database) => (
        <Box key={database.name} sx={{ mb: 2 }}>
          <Box component="h3" sx={{ fontSize: 12, color: color.muted, m: 0, my: 0.5 }}>
            {database.name}
          </Box>
          {database.error && (
            <Box role="alert" sx={{ color: color.problem }}>
              {database.error}
            </Box>
          )}
          {[...database.tables]
            .sort((a, b) => Number(b.isView) - Number(a.isView))
            .filter((t) =>
              `${t.name.replaceAll('_', ' ')} ${t.fields.map((f) => f.name).join(' ')}`.toLowerCase().includes(wanted.trim().toLowerCase()),
            )
            .map((table) => (
              <Box
                component="button"
                key={table.name}
                onClick={() => void create(database.name, table.name)}
                sx={{
                  display: 'block',
                  width: '100%',
                  textAlign: 'left',
                  font: 'inherit',
                  cursor: 'pointer',
                  p: 1,
                  mb: 0.5,
                  bgcolor: color.paper,
                  border: `1px solid ${color.line}`,
                  borderRadius: 1,
                  '&:hover': { borderColor: color.main },
                }}
              >
                <Box sx={{ fontWeight: 600 }}>
                  {table.name.replaceAll('_', ' ')}{' '}
                  <Box component="span" sx={{ fontWeight: 400, color: color.muted }}>
                    {table.isView ? 'view' : 'table'}
                  </Box>
                </Box>
                <Box sx={{ fontSize: 12, color: color.muted, overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' }}>
                  {table.fields.map((f) => f.name).join(', ')}
                </Box>
              </Box>
            ))}
        </Box>
      ))}
    </Box>
  );
}
