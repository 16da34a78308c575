import Button from '@mui/material/Button';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { Dialog } from '../../shell/whenOpen';
import { useCompose } from '../store/composeStore';

/** What speaks against publishing, for the author to decide. */
export function ConcernsDialog({ onPublish }: { onPublish: () => void }) {
  const { concerns, clearConcerns } = useCompose('concerns', 'clearConcerns');
  return (
    <Dialog open={concerns !== ''} onClose={clearConcerns} maxWidth="sm" aria-labelledby="concerns-title">
      <DialogTitle id="concerns-title">Publish it anyway?</DialogTitle>
      <DialogContent>{concerns}</DialogContent>
      <DialogActions>
        <Button onClick={clearConcerns} autoFocus>
          Not yet
        </Button>
        <Button variant="contained" onClick={onPublish}>
          Publish anyway
        </Button>
      </DialogActions>
    </Dialog>
  );
}
