import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useSnackbar } from 'notistack';
import { useEffect, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import {
  listDatabasesOptions,
  listDatasetsOptions,
  listDatasetsQueryKey,
  listUnreadableDatasetsOptions,
} from '../api/generated/@tanstack/react-query.gen';
import { api } from '../api/client';
import type { DatasetUses, SavedDataset } from '../api/generated';
import { count } from '../shell/count';
import { Main } from '../shell/Main';
import { Message } from '../shell/Message';
import { StatusBar } from '../shell/StatusBar';
import { TopBar } from '../shell/TopBar';
import { useRemoved } from '../undo/useRemoved';
import { Unreadable } from '../shell/Unreadable';
import { color } from '../theme/tokens';
import { Databases } from './databases/Databases';
import { datasetProblems } from './document/datasetProblems';
import { newName, spokenTable, startedFrom } from './document/dataset';
import { isWanted } from './DatasetPicks';
import { NewDatasetButton } from './NewDatasetButton';
import { SmallLook } from './rows/SmallLook';
import { toApi } from './document/types';

const kinds = { table: 'One table', join: 'Joined tables', query: 'SQL by hand', derived: 'From another dataset' };

/** Datasets that reports are made from, and the databases that they read. */
export function DataPage() {
  const navigate = useNavigate();
  const client = useQueryClient();
  const { enqueueSnackbar } = useSnackbar();
  const removed = useRemoved();
  const datasets = useQuery(listDatasetsOptions());
  const databases = useQuery(listDatabasesOptions());
  const broken = useQuery(datasetProblems);
  const unreadable = useQuery(listUnreadableDatasetsOptions());
  const [wanted, setWanted] = useState('');
  const [looked, setLooked] = useState<string>();
  useEffect(() => {
    document.title = 'Data – Lucid Lattice';
  }, []);
  const fail = (error: Error) => enqueueSnackbar(error.message, { variant: 'error' });
  const refresh = () => client.invalidateQueries({ queryKey: listDatasetsQueryKey() });
  const create = (database: string, source: 'join' | 'query') =>
    api
      .createDataset({
        id: 'new',
        name: newName,
        database,
        source: source === 'join' ? { type: 'join', tables: [] } : { type: 'query', sql: '' },
        fields: [],
      })
      .then((made) => navigate(`/data/${made.id}`), fail);
  const start = (saved: SavedDataset) => api.createDataset(toApi(startedFrom(saved))).then((made) => navigate(`/data/${made.id}`), fail);
  const [leaving, setLeaving] = useState<{ saved: SavedDataset; uses: DatasetUses }>();
  // What hangs on it is said before it goes.
  const askToRemove = (saved: SavedDataset) =>
    api
      .datasetUses(saved.id)
      .then(
        (uses) => (uses.reports.length + uses.datasets.length ? setLeaving({ saved, uses }) : void remove(saved.id, saved.definition.name)),
        fail,
      );
  const remove = (id: string, name: string) =>
    api.removeDataset(id).then(async () => {
      setLeaving(undefined);
      await refresh();
      removed(name, `“${name}” is deleted.`, `[data-dataset="${id}"]`, () => api.restoreDataset(id).then(refresh));
    }, fail);
  const report = (id: string) => api.create({ dataset: id }).then((made) => navigate(`/compose/${made.id}`), fail);
  const shown = datasets.data?.filter((d) => isWanted(d, wanted)) ?? [];
  const names = databases.data?.map((d) => d.name) ?? [];
  // A table becomes a dataset with all of its columns, under its own name.
  const fromTable = (database: string, table: string) =>
    api
      .addTable({ id: 'new', name: spokenTable(table), database, source: { type: 'join', tables: [] }, fields: [] }, table)
      .then((made) => api.createDataset(made))
      .then((made) => navigate(`/data/${made.id}`), fail);
  return (
    <Box sx={{ height: '100%', display: 'flex', flexDirection: 'column' }}>
      <TopBar
        screen="In the data"
        actions={
          <>
            <NewDatasetButton databases={names} onPick={(database) => void create(database, 'query')}>
              New dataset by SQL
            </NewDatasetButton>
            <NewDatasetButton strong databases={names} onPick={(database) => void create(database, 'join')}>
              New dataset from tables
            </NewDatasetButton>
          </>
        }
      />
      <Main
        data-region="content"
        sx={{ overflow: 'auto', bgcolor: color.desk, p: 2, gap: 2, alignItems: 'flex-start', flexDirection: { xs: 'column', md: 'row' } }}
      >
        <Box sx={{ flex: 1, minWidth: 0 }}>
          <Box sx={{ display: 'flex', alignItems: 'center', mb: 1 }}>
            <Box component="h2" sx={{ fontSize: 15, m: 0 }}>
              Datasets
            </Box>
            <Box
              component="input"
              aria-label="Find a dataset"
              placeholder="Find a dataset"
              value={wanted}
              onChange={(e: React.ChangeEvent<HTMLInputElement>) => setWanted(e.target.value)}
              sx={{
                ml: 'auto',
                height: 28,
                width: 200,
                px: 1,
                font: 'inherit',
                bgcolor: color.paper,
                border: `1px solid ${color.line}`,
                borderRadius: 1,
              }}
            />
          </Box>
          {datasets.error && (
            <Message problem title="The datasets cannot be listed">
              {datasets.error.message}
            </Message>
          )}
          {datasets.data?.length === 0 && (
            <Message title="No dataset yet">
              A dataset says which rows a report can list.
              {names.length > 0 ? (
                <Button variant="outlined" onClick={() => void create(names[0], 'join')}>
                  Make one from tables
                </Button>
              ) : (
                ' Upload a database first, or name the path of one.'
              )}
            </Message>
          )}
          <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(auto-fill, minmax(290px, 1fr))', gap: 1.5, alignItems: 'start' }}>
            {unreadable.data?.map(({ id, name, reason }) => (
              <Unreadable key={id} name={name} reason={reason} file={`/api/datasets/${encodeURIComponent(id)}/file`}>
                <Button color="inherit" onClick={() => void remove(id, name)}>
                  Delete
                </Button>
              </Unreadable>
            ))}
            {shown.map((saved) => {
              const { id, definition } = saved;
              return (
                <Box
                  component="article"
                  key={id}
                  aria-label={definition.name}
                  data-dataset={id}
                  sx={{
                    p: 1.5,
                    bgcolor: color.paper,
                    border: `1px solid ${color.line}`,
                    borderRadius: 1.5,
                    display: 'flex',
                    flexDirection: 'column',
                  }}
                >
                  <Box
                    component={Link}
                    to={`/data/${id}`}
                    sx={{ fontWeight: 700, color: color.ink, textDecoration: 'none', '&:hover': { color: color.main } }}
                  >
                    {definition.name}
                  </Box>
                  <Box sx={{ fontSize: 12, color: color.muted }}>
                    {kinds[definition.source.type ?? 'table']} · {count((definition.fields ?? []).length, 'field')}
                  </Box>
                  <Box sx={{ my: 1, flex: 1 }}>{definition.description}</Box>
                  {broken.data
                    ?.filter((b) => b.id === id)
                    .map(({ problem }) => (
                      <Box key={problem.message} role="alert" sx={{ mb: 1, color: color.problem, fontSize: 12 }}>
                        {problem.message} {problem.mends?.join(' ')}
                      </Box>
                    ))}
                  <Box sx={{ display: 'flex', gap: 0.5, '& button': { whiteSpace: 'nowrap', px: 1, minWidth: 0 } }}>
                    <Button size="small" variant="outlined" onClick={() => void report(id)}>
                      New report
                    </Button>
                    <Button
                      size="small"
                      color="inherit"
                      aria-expanded={looked === id}
                      onClick={() => setLooked(looked === id ? undefined : id)}
                    >
                      Rows
                    </Button>
                    <Button size="small" color="inherit" title="A new dataset that starts from this one" onClick={() => void start(saved)}>
                      Start from it
                    </Button>
                    <Button size="small" color="inherit" sx={{ ml: 'auto' }} onClick={() => void askToRemove(saved)}>
                      Delete
                    </Button>
                  </Box>
                  {leaving?.saved.id === id && (
                    <Leaving uses={leaving.uses} onLeave={() => setLeaving(undefined)} onRemove={() => void remove(id, definition.name)} />
                  )}
                  {looked === id && (
                    <Box sx={{ mt: 1 }}>
                      <SmallLook dataset={definition} />
                    </Box>
                  )}
                </Box>
              );
            })}
          </Box>
        </Box>
        <Databases onStart={fromTable} />
      </Main>
      <StatusBar
        left={[datasets.data && count(datasets.data.length, 'dataset'), databases.data && count(databases.data.length, 'database')]}
      />
    </Box>
  );
}

/** What hangs on a dataset that is about to be deleted. */
function Leaving({ uses, onLeave, onRemove }: { uses: DatasetUses; onLeave: () => void; onRemove: () => void }) {
  const only = uses.reports.length === 1;
  return (
    <Box role="alert" sx={{ mt: 1, p: 1, borderRadius: 1, bgcolor: color.problemTint, fontSize: 12 }}>
      {uses.datasets.length > 0 && (
        <Box>
          Would break, because they start from it: <b>{uses.datasets.join(', ')}</b>.
        </Box>
      )}
      {uses.reports.length > 0 && (
        <Box>
          Made from it: <b>{uses.reports.map((r) => r.title).join(', ')}</b>. {only ? 'It goes' : 'They go'} on with{' '}
          {only ? 'its' : 'their'} own copy, which nothing brings up to date any more.
        </Box>
      )}
      <Box sx={{ display: 'flex', gap: 1, mt: 0.5 }}>
        <Button size="small" variant="outlined" onClick={onRemove}>
          Delete it nevertheless
        </Button>
        <Button size="small" color="inherit" onClick={onLeave}>
          Keep it
        </Button>
      </Box>
    </Box>
  );
}
