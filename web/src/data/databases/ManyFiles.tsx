import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import { useQueryClient } from '@tanstack/react-query';
import { useSnackbar } from 'notistack';
import { useId, useState } from 'react';
import { useNavigate } from 'react-router';
import { listDatabasesQueryKey, listDatasetsQueryKey, listReportsQueryKey } from '../../api/generated/@tanstack/react-query.gen';
import { count } from '../../shell/count';
import { Dialog } from '../../shell/whenOpen';
import { color } from '../../theme/tokens';
import { isCsv, isSpreadsheet } from './files';
import { joinTables, takeFiles, type TakenFile } from './takeFiles';

const isTable = (file: File) => isCsv(file) || isSpreadsheet(file);

/** Several files at once: one database with a table each, and what became of each file; then one dataset of the tables that match. */
export function ManyFiles({ files, databases, onClose }: { files: File[]; databases: string[]; onClose: () => void }) {
  const id = useId();
  const client = useQueryClient();
  const navigate = useNavigate();
  const { enqueueSnackbar } = useSnackbar();
  const [name, setName] = useState(() => freeName('Uploaded files', databases));
  const [taken, setTaken] = useState<TakenFile[]>([]);
  const [step, setStep] = useState<'asked' | 'reading' | 'done'>('asked');
  const [failure, setFailure] = useState('');
  const tables = files.filter(isTable).length;
  const isTaken = databases.includes(name.trim());
  const read = async () => {
    setStep('reading');
    await takeFiles(files, name.trim(), setTaken);
    for (const queryKey of [listDatabasesQueryKey(), listDatasetsQueryKey(), listReportsQueryKey()])
      await client.invalidateQueries({ queryKey });
    setStep('done');
  };
  const join = async () => {
    try {
      const made = await joinTables(name.trim(), taken);
      onClose();
      if (made.left.length > 0)
        enqueueSnackbar(`Not joined: ${made.left.join(', ')}. No column there has the name of a key of another table.`, {
          variant: 'warning',
        });
      await navigate(`/data/${made.id}`);
    } catch (error) {
      setFailure((error as Error).message);
    }
  };
  const loaded = taken.filter((t) => t.table).length;
  return (
    <Dialog open onClose={step === 'reading' ? undefined : onClose} maxWidth="sm" fullWidth aria-labelledby={id}>
      <DialogTitle id={id}>{`Upload ${count(files.length, 'file')}`}</DialogTitle>
      <DialogContent>
        {tables > 0 && step === 'asked' && (
          <TextField
            label="Name of the database"
            value={name}
            fullWidth
            autoFocus
            error={isTaken}
            helperText={
              isTaken
                ? 'There is already a database of this name. Choose another one.'
                : `It gets ${count(tables, 'table')}, one for each file.`
            }
            onChange={(e) => setName(e.target.value)}
            sx={{ mt: 1 }}
          />
        )}
        <Box component="ul" role="status" aria-label="Files" sx={{ pl: 2.5, mb: 0 }}>
          {files.map((file, i) => (
            <li key={`${i} ${file.name}`}>
              <b>{file.name}</b>
              {taken[i] ? (
                <Box component="span" sx={{ color: taken[i].failed ? color.problem : color.ink }}>{`: ${taken[i].words}`}</Box>
              ) : step === 'reading' && taken.length === i ? (
                ': reading…'
              ) : (
                ''
              )}
            </li>
          ))}
        </Box>
        {failure && (
          <Box role="alert" sx={{ mt: 1, color: color.problem }}>
            {failure}
          </Box>
        )}
      </DialogContent>
      <DialogActions>
        <Button color="inherit" disabled={step === 'reading'} onClick={onClose}>
          {step === 'done' ? 'Close' : 'Cancel'}
        </Button>
        {step !== 'done' ? (
          <Button
            variant="contained"
            disabled={step === 'reading' || (tables > 0 && (isTaken || !name.trim()))}
            onClick={() => void read()}
          >
            Upload files
          </Button>
        ) : (
          loaded > 0 && (
            <Button variant="contained" autoFocus onClick={() => void join()}>
              {loaded > 1 ? 'Join the tables' : 'Create dataset'}
            </Button>
          )
        )}
      </DialogActions>
    </Dialog>
  );
}

function freeName(name: string, taken: string[]) {
  let n = 1;
  while (taken.includes(n === 1 ? name : `${name} ${n}`)) n++;
  return n === 1 ? name : `${name} ${n}`;
}
