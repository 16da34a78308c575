import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useSnackbar } from 'notistack';
import { useRef, useState } from 'react';
import { listDatabasesOptions, listDatabasesQueryKey } from '../../api/generated/@tanstack/react-query.gen';
import { api } from '../../api/client';
import type { CsvPreview } from '../../api/generated';
import { count } from '../../shell/count';
import { useRemoved } from '../../undo/useRemoved';
import { color } from '../../theme/tokens';
import { CsvPanel } from './CsvPanel';
import { isCsv, isSpreadsheet, previewed } from './files';
import { datasetProblems } from '../document/datasetProblems';
import { ManyFiles } from './ManyFiles';
import { PathForm } from './PathForm';
import { TableLook } from './TableLook';
import { tableWords } from '../document/tableWords';

/** The databases with their tables; new ones by upload, or by the path of a file on this machine. */
export function Databases({ onStart }: { onStart: (database: string, table: string) => void }) {
  const client = useQueryClient();
  const { enqueueSnackbar } = useSnackbar();
  const removed = useRemoved();
  const databases = useQuery(listDatabasesOptions());
  const file = useRef<HTMLInputElement>(null);
  const [csv, setCsv] = useState<{ file: File; preview: CsvPreview }>();
  const [many, setMany] = useState<File[]>();
  const [path, setPath] = useState(false);
  const [twice, setTwice] = useState<{ file: File; name: string }>();
  const [busy, setBusy] = useState('');
  const [leaving, setLeaving] = useState<{ name: string; by: string[] }>();
  const [looked, setLooked] = useState<string>();
  const isLooked = (database: string, table: string) => looked === `${database}|${table}`;
  const say = (text: string) => enqueueSnackbar(text, { variant: 'success' });
  const fail = (error: Error) => {
    enqueueSnackbar(error.message, { variant: 'error' });
  };
  const refresh = () => client.invalidateQueries({ queryKey: listDatabasesQueryKey() });
  const tellBroken = async (allWell?: string) => {
    await client.invalidateQueries({ queryKey: ['small-look'] });
    try {
      const broken = await client.fetchQuery(datasetProblems);
      if (broken.length === 0) {
        if (allWell) say(allWell);
      } else
        enqueueSnackbar(
          `${count(broken.length, 'dataset')} cannot be read now: ${broken.map((b) => b.name).join(', ')}. ` +
            `What is missing stands with ${broken.length === 1 ? 'it' : 'them'}.`,
          { variant: 'warning' },
        );
    } catch (error) {
      fail(error as Error);
    }
  };
  const nameOf = (chosen: File) => chosen.name.replace(/\.[^.]*$/, '');
  const isTaken = (name: string) => databases.data?.some((d) => d.name === name) ?? false;
  const isOwn = (name: string) => databases.data?.some((d) => d.name === name && d.isOwn) ?? false;
  const freeName = (name: string) => {
    let n = 2;
    while (isTaken(`${name} ${n}`)) n++;
    return `${name} ${n}`;
  };
  const put = async (chosen: File, name: string, replace = false) => {
    setTwice(undefined);
    try {
      const made = await api.uploadDatabase(name, chosen, replace);
      await refresh();
      say(`“${made.name}” is there, with ${count(made.tables.length, 'table')}.`);
      if (replace) await tellBroken();
    } catch (error) {
      fail(error as Error);
    }
  };
  const refreshAll = async () => {
    await refresh();
    await tellBroken('The tables are looked up anew. Every dataset finds its columns.');
  };
  const take = async (chosen: File) => {
    setBusy(`Reading ${chosen.name}…`);
    try {
      if (isCsv(chosen) || isSpreadsheet(chosen)) setCsv(await previewed(chosen));
      else if (isTaken(nameOf(chosen))) setTwice({ file: chosen, name: nameOf(chosen) });
      else await put(chosen, nameOf(chosen));
    } catch (error) {
      fail(error as Error);
    } finally {
      setBusy('');
    }
  };
  // What reads it is said before it goes.
  const askToForget = (name: string) =>
    api.databaseUses(name).then((uses) => {
      const by = [...uses.datasets, ...uses.reports];
      if (by.length) setLeaving({ name, by });
      else void forget(name);
    }, fail);
  const forget = async (name: string) => {
    setLeaving(undefined);
    try {
      await api.forgetDatabase(name);
      await refresh();
      removed(name, `“${name}” is forgotten${isOwn(name) ? '' : '; its file stays'}.`, `[data-database=${JSON.stringify(name)}]`, () =>
        api.restoreDatabase(name).then(refresh),
      );
    } catch (error) {
      fail(error as Error);
    }
  };
  return (
    <Box
      component="aside"
      aria-label="Databases"
      sx={{ width: 320, flex: 'none', p: 1.5, bgcolor: color.panel, border: `1px solid ${color.line}`, borderRadius: 1.5 }}
    >
      <Box sx={{ display: 'flex', alignItems: 'center', mb: 1 }}>
        <Box component="h2" sx={{ fontSize: 15, m: 0, flex: 1 }}>
          Databases
        </Box>
        <Button
          size="small"
          color="inherit"
          onClick={() => void refreshAll()}
          title="Looks up tables and columns again, and checks what reads them"
        >
          Refresh
        </Button>
      </Box>
      <Box sx={{ display: 'flex', gap: 1, mb: 1.5 }}>
        <Button variant="outlined" onClick={() => file.current?.click()}>
          Upload files…
        </Button>
        <Button variant="outlined" onClick={() => setPath(true)}>
          By its path…
        </Button>
        <input
          ref={file}
          type="file"
          hidden
          multiple
          accept=".sqlite,.db,.sqlite3,.csv,.tsv,.txt,.xlsx"
          aria-label="Files to upload"
          onChange={(e) => {
            const chosen = [...(e.target.files ?? [])];
            e.target.value = '';
            if (chosen.length > 1) setMany(chosen);
            else if (chosen[0]) void take(chosen[0]);
          }}
        />
      </Box>
      {many && <ManyFiles files={many} databases={databases.data?.map((d) => d.name) ?? []} onClose={() => setMany(undefined)} />}
      {busy && (
        <Box role="status" sx={{ color: color.muted, mb: 1 }}>
          {busy}
        </Box>
      )}
      {path && (
        <PathForm
          onClose={() => setPath(false)}
          onTake={(name, where) =>
            void api.registerDatabase(name, where).then(async () => {
              await refresh();
              say(`“${name}” is registered. It is only ever read.`);
              setPath(false);
            }, fail)
          }
        />
      )}
      {twice && (
        <Box role="alert" sx={{ mb: 1.5, p: 1, borderRadius: 1, bgcolor: color.mainTint, fontSize: 12 }}>
          There is already a database called <b>{twice.name}</b>
          {isOwn(twice.name) ? '.' : ', whose file is only ever read.'}
          <Box sx={{ display: 'flex', gap: 1, mt: 0.5, flexWrap: 'wrap' }}>
            {isOwn(twice.name) && (
              <Button size="small" variant="outlined" onClick={() => void put(twice.file, twice.name, true)}>
                Replace it by {twice.file.name}
              </Button>
            )}
            <Button size="small" variant="outlined" onClick={() => void put(twice.file, freeName(twice.name))}>
              Call the new one “{freeName(twice.name)}”
            </Button>
            <Button size="small" color="inherit" onClick={() => setTwice(undefined)}>
              Leave it
            </Button>
          </Box>
        </Box>
      )}
      {csv && (
        <CsvPanel
          file={csv.file}
          preview={csv.preview}
          onClose={() => setCsv(undefined)}
          own={databases.data?.filter((d) => d.isOwn) ?? []}
          onDone={async (words) => {
            setCsv(undefined);
            await refresh();
            say(words);
            await tellBroken();
          }}
        />
      )}
      {databases.error && (
        <Box role="alert" sx={{ color: color.problem }}>
          {databases.error.message}
        </Box>
      )}
      {databases.data?.map((database) => (
        <Box key={database.name} component="section" aria-label={database.name} data-database={database.name} sx={{ mb: 1.5 }}>
          <Box sx={{ display: 'flex', alignItems: 'center' }}>
            <Box sx={{ fontWeight: 600, flex: 1 }}>
              {database.name}
              <Box component="span" sx={{ ml: 1, fontWeight: 400, fontSize: 12, color: color.muted }}>
                {database.isOwn ? 'uploaded' : ''}
              </Box>
            </Box>
            <Button size="small" color="inherit" onClick={() => void askToForget(database.name)} aria-label={`Forget ${database.name}`}>
              Forget
            </Button>
          </Box>
          {leaving?.name === database.name && (
            <Box role="alert" sx={{ p: 1, mb: 0.5, borderRadius: 1, bgcolor: color.problemTint, fontSize: 12 }}>
              Could not be shown any more:{' '}
              <b>
                {leaving.by.slice(0, 6).join(', ')}
                {leaving.by.length > 6 ? ` and ${leaving.by.length - 6} more` : ''}
              </b>
              .
              <Box sx={{ display: 'flex', gap: 1, mt: 0.5 }}>
                <Button size="small" variant="outlined" onClick={() => void forget(database.name)}>
                  Forget it nevertheless
                </Button>
                <Button size="small" color="inherit" onClick={() => setLeaving(undefined)}>
                  Keep it
                </Button>
              </Box>
            </Box>
          )}
          {database.error && (
            <Box role="alert" sx={{ color: color.problem }}>
              {database.error}
            </Box>
          )}
          {database.tables.map((table) => (
            <Box key={table.name}>
              <Box
                component="button"
                title={table.fields.map((f) => f.name).join(', ')}
                aria-expanded={isLooked(database.name, table.name)}
                onClick={() => setLooked(isLooked(database.name, table.name) ? undefined : `${database.name}|${table.name}`)}
                sx={{
                  display: 'flex',
                  gap: 1,
                  width: '100%',
                  border: 0,
                  bgcolor: 'transparent',
                  font: 'inherit',
                  color: 'inherit',
                  textAlign: 'left',
                  cursor: 'pointer',
                  fontSize: 12,
                  py: 0.25,
                  px: 0,
                  '&:hover': { color: color.main },
                }}
              >
                <Box component="span" sx={{ flex: 1, minWidth: 0, overflow: 'hidden', textOverflow: 'ellipsis' }}>
                  {table.name.replaceAll('_', ' ')}
                </Box>
                <Box component="span" sx={{ color: table.problem ? color.problem : color.muted }}>
                  {tableWords(table)}
                </Box>
              </Box>
              {isLooked(database.name, table.name) && (
                <TableLook database={database.name} table={table} onStart={() => onStart(database.name, table.name)} />
              )}
            </Box>
          ))}
        </Box>
      ))}
    </Box>
  );
}
