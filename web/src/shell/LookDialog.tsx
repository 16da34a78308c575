import Button from '@mui/material/Button';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { Dialog } from './whenOpen';
import { useId, type ReactNode } from 'react';

/** A dialog that shows something and changes nothing: its only button closes it. */
export function LookDialog({
  title,
  open = true,
  wide,
  onClose,
  children,
}: {
  title: string;
  open?: boolean;
  /** Whether it takes the room that there is; otherwise, as much as it needs. */
  wide?: boolean;
  onClose: () => void;
  children: ReactNode;
}) {
  const id = useId();
  return (
    <Dialog open={open} onClose={onClose} maxWidth={wide ? 'lg' : 'md'} fullWidth={wide} aria-labelledby={id}>
      <DialogTitle id={id}>{title}</DialogTitle>
      <DialogContent>{children}</DialogContent>
      <DialogActions>
        <Button onClick={onClose} autoFocus>
          Close
        </Button>
      </DialogActions>
    </Dialog>
  );
}
