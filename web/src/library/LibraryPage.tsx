import Box from '@mui/material/Box';
import InputBase from '@mui/material/InputBase';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useSnackbar } from 'notistack';
import { useEffect, useState } from 'react';
import Button from '@mui/material/Button';
import { listReportsOptions, listReportsQueryKey } from '../api/generated/@tanstack/react-query.gen';
import { api } from '../api/client';
import type { NewReport, ReportEntry, ReportGoal } from '../api/generated';
import { BarButton } from '../shell/BarButton';
import { count } from '../shell/count';
import { Message } from '../shell/Message';
import { StatusBar } from '../shell/StatusBar';
import { TopBar } from '../shell/TopBar';
import { color } from '../theme/tokens';
import { GuidedStart } from './GuidedStart';
import { NewReportPanel } from './NewReportPanel';
import { ReportCard } from './ReportCard';

/** All reports, with a small live first page each. */
export function LibraryPage() {
  const client = useQueryClient();
  const { enqueueSnackbar, closeSnackbar } = useSnackbar();
  const reports = useQuery(listReportsOptions());
  const [wanted, setWanted] = useState('');
  const [creating, setCreating] = useState(false);
  const [guided, setGuided] = useState<{ goal: ReportGoal; from: NewReport }>();
  useEffect(() => {
    document.title = 'Library – Lucid Lattice';
  }, []);
  const reload = () => client.invalidateQueries({ queryKey: listReportsQueryKey() });
  const failed = (error: Error) => enqueueSnackbar(error.message, { variant: 'error' });
  const remove = async (report: ReportEntry) => {
    await api.remove(report.id).then(reload, failed);
    enqueueSnackbar(`“${report.title}” was deleted.`, {
      action: (key) => (
        <Button
          sx={{ color: '#fff' }}
          onClick={() => {
            closeSnackbar(key);
            void api.restore(report.id).then(reload, failed);
          }}
        >
          Undo
        </Button>
      ),
      autoHideDuration: 12_000,
    });
  };
  const all = reports.data ?? [];
  const shown = all.filter((r) => `${r.title} ${r.description ?? ''}`.toLowerCase().includes(wanted.trim().toLowerCase()));
  return (
    <Box sx={{ height: '100%', display: 'flex', flexDirection: 'column' }}>
      <TopBar
        actions={
          <BarButton strong onClick={() => setCreating(true)}>
            New report
          </BarButton>
        }
      />
      <Box component="main" sx={{ flex: 1, minHeight: 0, display: 'flex' }}>
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
          <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(auto-fill, minmax(240px, 300px))', gap: 2, alignItems: 'start' }}>
            {shown.map((report) => (
              <ReportCard
                key={report.id}
                report={report}
                onRename={(title) => void api.rename(report.id, title).then(reload, failed)}
                onDelete={() => void remove(report)}
              />
            ))}
          </Box>
        </Box>
        {creating && !guided && <NewReportPanel onClose={() => setCreating(false)} onGuide={(goal, from) => setGuided({ goal, from })} />}
      </Box>
      <StatusBar
        left={[reports.data && count(all.length, 'report'), reports.data && `${all.filter((r) => r.published !== null).length} published`]}
      />
    </Box>
  );
}
