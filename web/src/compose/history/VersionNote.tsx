import Button from '@mui/material/Button';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import { useQueryClient } from '@tanstack/react-query';
import { useId, useState } from 'react';
import { setVersionNote } from '../../api/generated';
import { listVersionsQueryKey } from '../../api/generated/@tanstack/react-query.gen';
import { Dialog } from '../../shell/whenOpen';

const longest = 500;

interface Props {
  id: string;
  version: number;
  note?: string | null;
  onClose: () => void;
}

/** Asks what a version is about. */
export function VersionNote({ id, version, note, onClose }: Props) {
  const client = useQueryClient();
  const title = useId();
  const [text, setText] = useState(note ?? '');
  const [failure, setFailure] = useState('');
  const save = async () => {
    try {
      await setVersionNote({ path: { id, version }, body: { note: text.trim() || null } });
      await client.invalidateQueries({ queryKey: listVersionsQueryKey({ path: { id } }) });
      onClose();
    } catch (error) {
      setFailure((error as Error).message);
    }
  };
  return (
    <Dialog open onClose={onClose} maxWidth="xs" fullWidth aria-labelledby={title}>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          void save();
        }}
      >
        <DialogTitle id={title}>{`Note on version ${version}`}</DialogTitle>
        <DialogContent>
          <TextField
            label="Note"
            value={text}
            autoFocus
            fullWidth
            error={failure !== '' || text.length > longest}
            helperText={failure || (text.length > longest ? `Up to ${longest} letters.` : 'What changed, and why.')}
            onChange={(e) => setText(e.target.value)}
            sx={{ mt: 1 }}
          />
        </DialogContent>
        <DialogActions>
          <Button color="inherit" onClick={onClose}>
            Cancel
          </Button>
          <Button type="submit" variant="contained" disabled={text.length > longest}>
            Save note
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
