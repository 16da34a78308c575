import Box from '@mui/material/Box';
import InputBase from '@mui/material/InputBase';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useSnackbar } from 'notistack';
import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import Button from '@mui/material/Button';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { Dialog } from '../shell/whenOpen';
import {
  listDatabasesOptions,
  listDatabasesQueryKey,
  getLinkMapOptions,
  listReportsOptions,
  listReportsQueryKey,
} from '../api/generated/@tanstack/react-query.gen';
import { api } from '../api/client';
import type { CsvPreview, NewReport, ReportEntry, ReportGoal } from '../api/generated';
import { CsvPanel } from '../data/databases/CsvPanel';
import { ManyFiles } from '../data/databases/ManyFiles';
import { openDefinition } from '../data/databases/openDefinition';
import { isCsv, isDatabase, isSpreadsheet, previewed } from '../data/databases/files';
import { BarButton } from '../shell/BarButton';
import { count } from '../shell/count';
import { Main } from '../shell/Main';
import { Message } from '../shell/Message';
import { StatusBar } from '../shell/StatusBar';
import { TopBar } from '../shell/TopBar';
import { toldApart } from '../shell/twins';
import { useRemoved } from '../undo/useRemoved';
import { color } from '../theme/tokens';
import { GuidedStart } from './GuidedStart';
import { NewReportPanel } from './NewReportPanel';
import { ReportCard } from './ReportCard';

/** All reports, with a small live first page each. */
export function LibraryPage() {
  const client = useQueryClient();
  const { enqueueSnackbar } = useSnackbar();
  const removed = useRemoved();
  const reports = useQuery(listReportsOptions());
  // What links need is said once the reports are there.
  const map = useQuery({ ...getLinkMapOptions(), enabled: reports.isSuccess, staleTime: 10_000 });
  const [wanted, setWanted] = useState('');
  const [creating, setCreating] = useState(false);
  const [csv, setCsv] = useState<{ file: File; preview: CsvPreview }>();
  const [from, setFrom] = useState('');
  const [over, setOver] = useState(false);
  const navigate = useNavigate();
  const [many, setMany] = useState<File[]>();
  const databases = useQuery({ ...listDatabasesOptions(), enabled: csv !== undefined || many !== undefined });
  const [guided, setGuided] = useState<{ goal: ReportGoal; from: NewReport }>();
  useEffect(() => {
    document.title = 'Library – Lucid Lattice';
  }, []);
  const reload = () => client.invalidateQueries({ queryKey: listReportsQueryKey() });
  const failed = (error: Error) => enqueueSnackbar(error.message, { variant: 'error' });
  const [leading, setLeading] = useState<{ report: ReportEntry; links: string[] }>();
  const askRemove = async (report: ReportEntry) => {
    const links = await api.linksTo(report.id).catch(() => [] as string[]);
    if (links.length > 0) setLeading({ report, links });
    else await remove(report);
  };
  const remove = async (report: ReportEntry) => {
    // Its card goes first, so that nothing asks for what is gone.
    client.setQueryData(listReportsQueryKey(), (now?: ReportEntry[]) => now?.filter((r) => r.id !== report.id));
    try {
      await api.remove(report.id);
    } catch (error) {
      failed(error as Error);
      return void reload();
    }
    removed(report.title, `“${report.title}” was deleted.`, `[data-report="${report.id}"]`, () => api.restore(report.id).then(reload));
    await reload();
  };
  const copy = async ({ id, title }: ReportEntry) => {
    try {
      const { definition } = await api.report(id);
      const made = await api.create({ definition: definition as never, title: `${title} (copy)` });
      await navigate(`/compose/${made.id}`);
    } catch (error) {
      failed(error as Error);
    }
  };
  const begin = async (words: string, table: string) => {
    await client.invalidateQueries({ queryKey: listDatabasesQueryKey() });
    enqueueSnackbar(words, { variant: 'success' });
    setFrom(table);
    setCreating(true);
  };
  /** A file that is let go here becomes a report: a definition opens, a table is taken in and chosen. */
  const take = async (file: File) => {
    try {
      if (/\.json$/i.test(file.name)) {
        const made = await openDefinition(file);
        await navigate(made.kind === 'dataset' ? `/data/${made.id}` : `/compose/${made.id}`);
      } else if (isCsv(file) || isSpreadsheet(file)) setCsv(await previewed(file));
      else if (isDatabase(file)) {
        const made = await api.uploadDatabase(file.name.replace(/\.[^.]*$/, ''), file);
        await begin(`“${made.name}” is there, with ${count(made.tables.length, 'table')}.`, made.tables[0]?.name ?? '');
      } else
        failed(new Error(`“${file.name}” makes no report. What does: a CSV file, a workbook (.xlsx), a SQLite file, or a definition.`));
    } catch (error) {
      failed(error instanceof SyntaxError ? new Error(`“${file.name}” is no definition of a report: it is not JSON.`) : (error as Error));
    }
  };
  const all = reports.data ?? [];
  const shown = all.filter((r) => `${r.title} ${r.description ?? ''}`.toLowerCase().includes(wanted.trim().toLowerCase()));
  return (
    <Box sx={{ height: '100%', display: 'flex', flexDirection: 'column' }}>
      <TopBar
        screen="In the library"
        actions={
          <BarButton
            strong
            onClick={() => {
              setFrom('');
              setCreating(true);
            }}
          >
            New report
          </BarButton>
        }
      />
      <Main
        data-region="content"
        sx={{ position: 'relative' }}
        onDragOver={(e) => {
          if (!e.dataTransfer.types.includes('Files')) return;
          e.preventDefault();
          setOver(true);
        }}
        onDragLeave={(e) => {
          if (e.target === e.currentTarget || !e.currentTarget.contains(e.relatedTarget as Node)) setOver(false);
        }}
        onDrop={(e) => {
          setOver(false);
          const files = [...e.dataTransfer.files];
          if (files.length === 0) return;
          e.preventDefault();
          if (files.length > 1) setMany(files);
          else void take(files[0]);
        }}
      >
        {over && (
          <Box
            sx={{
              position: 'absolute',
              inset: 12,
              zIndex: 10,
              display: 'grid',
              placeItems: 'center',
              pointerEvents: 'none',
              border: `2px dashed ${color.main}`,
              borderRadius: 2,
              bgcolor: 'rgba(225,237,235,.92)',
              fontSize: 16,
            }}
          >
            Drop files here to begin a report from them
          </Box>
        )}
        {many && <ManyFiles files={many} databases={databases.data?.map((d) => d.name) ?? []} onClose={() => setMany(undefined)} />}
        {csv && (
          <CsvPanel
            file={csv.file}
            preview={csv.preview}
            own={databases.data?.filter((d) => d.isOwn) ?? []}
            onClose={() => setCsv(undefined)}
            onDone={(words, _, table) => {
              setCsv(undefined);
              void begin(words, table);
            }}
          />
        )}
        {guided && <GuidedStart {...guided} onClose={() => setGuided(undefined)} />}
        <Box sx={{ flex: 1, minWidth: 0, overflow: 'auto', p: 3, display: guided ? 'none' : 'flex', flexDirection: 'column' }}>
          <Box sx={{ display: 'flex', alignItems: 'center', gap: 2, mb: 2 }}>
            <Box component="h2" sx={{ fontSize: 18, m: 0 }}>
              Library
            </Box>
            <InputBase
              placeholder="Find a report"
              inputProps={{ 'aria-label': 'Find a report' }}
              value={wanted}
              onChange={(e) => setWanted(e.target.value)}
              sx={{
                ml: 'auto',
                width: 240,
                height: 30,
                px: 1.25,
                fontSize: 13,
                bgcolor: color.paper,
                border: `1px solid ${color.line}`,
                borderRadius: 1,
              }}
            />
          </Box>
          {reports.error && (
            <Message problem title="The library cannot be read">
              {reports.error.message}
            </Message>
          )}
          {reports.data && all.length === 0 && (
            <Message title="No reports yet">
              Make one from a table or a view.
              <Button variant="contained" onClick={() => setCreating(true)}>
                New report
              </Button>
            </Message>
          )}
          {all.length > 0 && shown.length === 0 && (
            <Message title="Nothing found">No report has “{wanted}” in its title or description.</Message>
          )}
          <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(auto-fill, minmax(270px, 1fr))', gap: 2, alignItems: 'start' }}>
            {shown.map((report) => (
              <ReportCard
                key={report.id}
                report={report}
                apart={toldApart(report, all)}
                links={map.data?.links.filter((l) => l.from === report.id)}
                onRename={(title) => void api.rename(report.id, title).then(reload, failed)}
                onCopy={() => void copy(report)}
                onDelete={() => void askRemove(report)}
              />
            ))}
          </Box>
        </Box>
        {creating && !guided && (
          <NewReportPanel
            key={from}
            from={from}
            onFile={(file) => void take(file)}
            onClose={() => setCreating(false)}
            onGuide={(goal, from) => setGuided({ goal, from })}
          />
        )}
      </Main>
      <Dialog open={leading !== undefined} onClose={() => setLeading(undefined)} maxWidth="sm" aria-labelledby="leading-title">
        <DialogTitle id="leading-title">Links lead to “{leading?.report.title}”</DialogTitle>
        <DialogContent>
          Without it, {leading?.links.length === 1 ? 'this link opens' : 'these links open'} nothing:
          <ul>
            {leading?.links.map((sentence, i) => (
              <li key={i}>{sentence}</li>
            ))}
          </ul>
        </DialogContent>
        <DialogActions>
          <Button onClick={() => setLeading(undefined)} autoFocus>
            Keep it
          </Button>
          <Button
            variant="contained"
            onClick={() => {
              const { report } = leading!;
              setLeading(undefined);
              void remove(report);
            }}
          >
            Delete it anyway
          </Button>
        </DialogActions>
      </Dialog>
      <StatusBar
        left={[reports.data && count(all.length, 'report'), reports.data && `${all.filter((r) => r.published !== null).length} published`]}
      />
    </Box>
  );
}
