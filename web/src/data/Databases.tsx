import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useSnackbar } from 'notistack';
import { useRef, useState } from 'react';
import { api } from '../api/client';
import type { CsvPreview, TableInfo } from '../api/generated';
import { TextSetting } from '../sentence/TextSetting';
import { count } from '../shell/count';
import { FieldSign } from '../shell/FieldSign';
import { color } from '../theme/tokens';
import { CsvPanel } from './CsvPanel';
import { SmallLook } from './SmallLook';

/** The databases with their tables; new ones by upload, or by the path of a file on this machine. */
export function Databases({ onStart }: { onStart: (database: string, table: string) => void }) {
  const client = useQueryClient();
  const { enqueueSnackbar } = useSnackbar();
  const databases = useQuery({ queryKey: ['databases'], queryFn: api.databases });
  const file = useRef<HTMLInputElement>(null);
  const [csv, setCsv] = useState<{ file: File; preview: CsvPreview }>();
  const [path, setPath] = useState<{ name: string; path: string }>();
  const [busy, setBusy] = useState('');
  const [leaving, setLeaving] = useState<{ name: string; by: string[] }>();
  const [looked, setLooked] = useState<string>();
  const isLooked = (database: string, table: string) => looked === `${database}|${table}`;
  const say = (text: string) => enqueueSnackbar(text, { variant: 'success' });
  const fail = (error: Error) => { enqueueSnackbar(error.message, { variant: 'error' }); };
  const refresh = () => client.invalidateQueries({ queryKey: ['databases'] });
  const refreshAll = async () => {
    await refresh();
    await client.invalidateQueries({ queryKey: ['small-look'] });
    try {
      const broken = await api.datasetProblems();
      if (broken.length === 0) say('The tables are looked up anew. Every dataset finds its columns.');
      else enqueueSnackbar(broken.map((b) => `${b.name}: ${b.problem.message} ${b.problem.mends?.join(' ') ?? ''}`).join(' '), { variant: 'warning', persist: true });
    } catch (error) {
      fail(error as Error);
    }
  };
  const take = async (chosen: File) => {
    setBusy(`Reading ${chosen.name}…`);
    try {
      if (/\.(csv|tsv|txt)$/i.test(chosen.name)) setCsv({ file: chosen, preview: await api.previewCsv(chosen) });
      else {
        const made = await api.uploadDatabase(chosen.name.replace(/\.[^.]*$/, ''), chosen);
        await refresh();
        say(`“${made.name}” is there, with ${count(made.tables.length, 'table')}.`);
      }
    } catch (error) {
      fail(error as Error);
    } finally {
      setBusy('');
    }
  };
  // What reads it is said before it goes.
  const askToForget = (name: string) => api.databaseUses(name).then((uses) => { const by = [...uses.datasets, ...uses.reports]; if (by.length) setLeaving({ name, by }); else void forget(name); }, fail);
  const forget = async (name: string) => {
    setLeaving(undefined);
    try {
      await api.forgetDatabase(name);
      await refresh();
      enqueueSnackbar(`“${name}” is forgotten; its file stays. Registered again under this name, everything that reads it works again.`, { variant: 'info' });
    } catch (error) {
      fail(error as Error);
    }
  };
  return (
    <Box component="aside" aria-label="Databases" sx={{ width: 320, flex: 'none', p: 1.5, bgcolor: color.panel, border: `1px solid ${color.line}`, borderRadius: 1.5 }}>
      <Box sx={{ display: 'flex', alignItems: 'center', mb: 1 }}><Box component="h2" sx={{ fontSize: 15, m: 0, flex: 1 }}>Databases</Box><Button size="small" color="inherit" onClick={() => void refreshAll()} title="Looks up tables and columns again, and checks what reads them">Refresh</Button></Box>
      <Box sx={{ display: 'flex', gap: 1, mb: 1.5 }}>
        <Button variant="outlined" onClick={() => file.current?.click()}>Upload a file…</Button>
        <Button variant="outlined" onClick={() => setPath({ name: '', path: '' })}>By its path…</Button>
        <input ref={file} type="file" hidden accept=".sqlite,.db,.sqlite3,.csv,.tsv,.txt" aria-label="File to upload" onChange={(e) => { const chosen = e.target.files?.[0]; e.target.value = ''; if (chosen) void take(chosen); }} />
      </Box>
      {busy && <Box role="status" sx={{ color: color.muted, mb: 1 }}>{busy}</Box>}
      {path && (
        <Box component="form" onSubmit={(e: React.FormEvent) => { e.preventDefault(); void api.registerDatabase(path.name, path.path).then(async () => { await refresh(); say(`“${path.name}” is registered. It is only ever read.`); setPath(undefined); }, fail); }} sx={{ display: 'grid', gap: 1, mb: 1.5, p: 1, bgcolor: color.paper, border: `1px solid ${color.line}`, borderRadius: 1 }}>
          <TextSetting label="Name" value={path.name} onCommit={(name) => setPath({ ...path, name })} />
          <TextSetting label="Path of a SQLite file on this machine" value={path.path} onCommit={(value) => setPath({ ...path, path: value })} />
          <Box sx={{ display: 'flex', gap: 1 }}><Button type="submit" variant="outlined" disabled={!path.name || !path.path}>Register it</Button><Button color="inherit" onClick={() => setPath(undefined)}>Leave it</Button></Box>
        </Box>
      )}
      {csv && <CsvPanel file={csv.file} preview={csv.preview} onClose={() => setCsv(undefined)} onDone={async (words) => { setCsv(undefined); await refresh(); say(words); }} />}
      {databases.error && <Box role="alert" sx={{ color: color.problem }}>{databases.error.message}</Box>}
      {databases.data?.map((database) => (
        <Box key={database.name} component="section" aria-label={database.name} sx={{ mb: 1.5 }}>
          <Box sx={{ display: 'flex', alignItems: 'center' }}>
            <Box sx={{ fontWeight: 600, flex: 1 }}>{database.name}</Box>
            <Button size="small" color="inherit" onClick={() => void askToForget(database.name)} aria-label={`Forget ${database.name}`}>Forget</Button>
          </Box>
          {leaving?.name === database.name && (
            <Box role="alert" sx={{ p: 1, mb: 0.5, borderRadius: 1, bgcolor: color.problemTint, fontSize: 12 }}>
              Could not be shown any more: <b>{leaving.by.slice(0, 6).join(', ')}{leaving.by.length > 6 ? ` and ${leaving.by.length - 6} more` : ''}</b>.
              <Box sx={{ display: 'flex', gap: 1, mt: 0.5 }}><Button size="small" variant="outlined" onClick={() => void forget(database.name)}>Forget it nevertheless</Button><Button size="small" color="inherit" onClick={() => setLeaving(undefined)}>Keep it</Button></Box>
            </Box>
          )}
          {database.error && <Box role="alert" sx={{ color: color.problem }}>{database.error}</Box>}
          {database.tables.map((table) => (
            <Box key={table.name}><Box component="button" title={table.fields.map((f) => f.name).join(', ')} aria-expanded={isLooked(database.name, table.name)} onClick={() => setLooked(isLooked(database.name, table.name) ? undefined : `${database.name}|${table.name}`)} sx={{ display: 'flex', gap: 1, width: '100%', border: 0, bgcolor: 'transparent', font: 'inherit', color: 'inherit', textAlign: 'left', cursor: 'pointer', fontSize: 12, py: 0.25, px: 0, '&:hover': { color: color.main } }}>
              <Box component="span" sx={{ flex: 1, minWidth: 0, overflow: 'hidden', textOverflow: 'ellipsis' }}>{table.name.replaceAll('_', ' ')}</Box>
              <Box component="span" sx={{ color: color.muted }}>{table.isView ? 'view' : count(table.rows ?? 0, 'row')}</Box>
            </Box>
            {isLooked(database.name, table.name) && <TableLook database={database.name} table={table} onStart={() => onStart(database.name, table.name)} />}</Box>
          ))}
        </Box>
      ))}
    </Box>
  );
}

/** The columns of a table with their types, and its first rows. */
function TableLook({ database, table, onStart }: { database: string; table: TableInfo; onStart: () => void }) {
  const refers = table.references.map((r) => `${r.columns.map((c) => c.column).join(', ')} → ${r.table.replaceAll('_', ' ')}`);
  return (
    <Box sx={{ my: 0.5 }}>
      <Box sx={{ fontSize: 11, color: color.muted, mb: 0.5 }}>{table.keys.length > 0 && `Key: ${table.keys.join(', ')}. `}{refers.length > 0 && `${refers.join('; ')}.`}</Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75, mb: 0.5, fontSize: 12 }}>
        {table.fields.map((f) => <Box key={f.name} sx={{ display: 'flex', alignItems: 'center', gap: 0.5, fontWeight: table.keys.includes(f.name) ? 700 : 400 }}><FieldSign type={f.type} />{f.name}</Box>)}
      </Box>
      <SmallLook dataset={{ id: 'look', name: table.name, database, source: { type: 'table', table: table.name }, fields: table.fields, rowLimit: 100 }} />
      <Button size="small" variant="outlined" sx={{ mt: 0.5, mb: 0.5 }} onClick={onStart}>New dataset of it</Button>
    </Box>
  );
}
