import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import InputBase from '@mui/material/InputBase';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { listDatabasesOptions, listDatasetsOptions } from '../api/generated/@tanstack/react-query.gen';
import { api } from '../api/client';
import type { NewReport, ReportGoal } from '../api/generated';
import { DatasetPicks, isWanted } from '../data/DatasetPicks';
import { Message } from '../shell/Message';
import { ChoiceCard } from '../sentence/ChoiceCard';
import { color } from '../theme/tokens';
import { goals } from './GuidedStart';

interface Props {
  /** A table that is wanted, as one that was taken in just now; empty for none. */
  from: string;
  /** Takes a file in, whatever it is. */
  onFile: (file: File) => void;
  onClose: () => void;
  /** Takes what a report should tell and where its rows come from. */
  onGuide: (goal: ReportGoal, from: NewReport) => void;
}

/** Asks what a reader should find out, and picks the dataset, table or view that a new report shows. */
export function NewReportPanel({ from, onFile, onClose, onGuide }: Props) {
  const navigate = useNavigate();
  const databases = useQuery(listDatabasesOptions());
  const [wanted, setWanted] = useState(from);
  const [failure, setFailure] = useState('');
  const datasets = useQuery(listDatasetsOptions());
  const [goal, setGoal] = useState<ReportGoal>();
  const create = (from: NewReport) =>
    void api.create(from).then(
      (report) => navigate(`/compose/${report.id}`),
      (error: Error) => setFailure(error.message),
    );
  const make = (from: NewReport) => (goal ? onGuide(goal, from) : create(from));
  const shown = datasets.data?.filter((d) => isWanted(d, wanted)) ?? [];
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
      <Box component="h3" id="goal" sx={{ fontSize: 13, m: 0, mt: 1, mb: 0.75 }}>
        What should a reader find out?
      </Box>
      <Box role="radiogroup" aria-labelledby="goal" sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 0.75, mb: 1.5 }}>
        {goals.map(({ value, label, hint }) => (
          <ChoiceCard key={value} isChosen={goal === value} onChoose={() => setGoal(goal === value ? undefined : value)}>
            <Box component="span" sx={{ display: 'block', fontWeight: 600 }}>
              {label}
            </Box>
            <Box component="span" sx={{ fontSize: 12, color: color.muted }}>
              {hint}
            </Box>
          </ChoiceCard>
        ))}
      </Box>
      <Box sx={{ color: color.muted, mb: 1 }}>
        {goal ? 'From which rows? A few sentences come next.' : 'Or begin with a list of these rows. Everything can be changed later.'}
      </Box>
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
      <Button component="label" size="small" sx={{ mb: 1 }}>
        Open a file…
        <input
          type="file"
          hidden
          accept=".json,application/json,.csv,.tsv,.txt,.xlsx,.sqlite,.sqlite3,.db"
          aria-label="Open a file: a definition, or a table"
          onChange={(e) => {
            const file = e.target.files?.[0];
            e.target.value = '';
            if (file) onFile(file);
          }}
        />
      </Button>
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
        <DatasetPicks datasets={shown} onPick={(id) => make({ dataset: id })} />
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
              `${t.name.replaceAll('_', ' ')} ${t.fields.map((f) => f.name).join(' ')}`
                .replaceAll('_', ' ')
                .toLowerCase()
                .includes(wanted.trim().replaceAll('_', ' ').toLowerCase()),
            )
            .map((table) => (
              <Box
                component="button"
                key={table.name}
                onClick={() => make({ database: database.name, table: table.name })}
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
