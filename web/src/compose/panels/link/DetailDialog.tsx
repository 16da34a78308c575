import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import FormControlLabel from '@mui/material/FormControlLabel';
import TextField from '@mui/material/TextField';
import { Dialog } from '../../../shell/whenOpen';
import { useSnackbar } from 'notistack';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { useQueryClient } from '@tanstack/react-query';
import { api } from '../../../api/client';
import { listReportsQueryKey } from '../../../api/generated/@tanstack/react-query.gen';
import { caption } from '../../../shell/caption';
import { color } from '../../../theme/tokens';
import { useCompose } from '../../store/composeStore';
import { findElement, isChart, offeredFields } from '../../document/definition';

/** Makes a report of the rows behind an element, and the link that leads there. */
export function DetailDialog({ element, onClose }: { element: string; onClose: () => void }) {
  const { definition, edit } = useCompose('definition', 'edit');
  const client = useQueryClient();
  const { enqueueSnackbar } = useSnackbar();
  const navigate = useNavigate();
  const placed = findElement(definition!, element)!;
  const own = isChart(placed.element) ? placed.element.own?.dataset : undefined;
  const fields = own
    ? (definition!.datasets?.find((d) => d.id === own)?.fields ?? []).filter((f) => !f.hidden)
    : offeredFields(definition!, placed.section);
  const [title, setTitle] = useState(`${definition!.title}: the rows`);
  const shown = new Set((placed.section.columns ?? []).map((c) => c.expression.replaceAll('"', '')));
  const usual = fields.filter((f) => shown.has(f.name)).map((f) => f.name);
  const [columns, setColumns] = useState(usual.length ? usual : fields.slice(0, 7).map((f) => f.name));
  const [problem, setProblem] = useState('');
  const [busy, setBusy] = useState(false);
  const make = async () => {
    setBusy(true);
    setProblem('');
    try {
      const made = await api.makeDetailReport({ definition: definition!, element, title, columns });
      const link = findElement(made.definition, element)!.element.link;
      void edit((now) => {
        const newest = findElement(now, element)?.element;
        return newest && { type: 'replace', item: { kind: 'element', element: { ...newest, link } } };
      });
      void client.invalidateQueries({ queryKey: listReportsQueryKey() });
      enqueueSnackbar(`“${made.title}” is there, and a click opens it.`, {
        action: <Button onClick={() => void navigate(`/compose/${made.report}`)}>Refine it</Button>,
      });
      onClose();
    } catch (error) {
      setProblem((error as Error).message);
      setBusy(false);
    }
  };
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth aria-labelledby="detail-title">
      <DialogTitle id="detail-title">A report of the rows behind it</DialogTitle>
      <DialogContent sx={{ display: 'flex', flexDirection: 'column', gap: 1 }}>
        <Box>It has the same dataset and conditions, asks for what is clicked, adds up the same, and opens by a click.</Box>
        <TextField label="Title" size="small" margin="dense" value={title} onChange={(e) => setTitle(e.target.value)} autoFocus />
        <Box component="fieldset" sx={{ border: `1px solid ${color.line}`, borderRadius: 1, maxHeight: 260, overflow: 'auto' }}>
          <legend>Its columns</legend>
          {fields.map((f) => (
            <FormControlLabel
              key={f.name}
              sx={{ width: '48%' }}
              label={caption(f)}
              control={
                <Checkbox
                  size="small"
                  checked={columns.includes(f.name)}
                  onChange={(e) => setColumns((was) => (e.target.checked ? [...was, f.name] : was.filter((name) => name !== f.name)))}
                />
              }
            />
          ))}
        </Box>
        {problem && (
          <Box role="alert" sx={{ color: color.problem }}>
            {problem}
          </Box>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button variant="contained" disabled={busy || columns.length === 0 || !title.trim()} onClick={() => void make()}>
          Create report
        </Button>
      </DialogActions>
    </Dialog>
  );
}
