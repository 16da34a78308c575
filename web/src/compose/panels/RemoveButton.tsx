import Button from '@mui/material/Button';
import { useCompose } from '../composeStore';

/** Takes something out of the report; undo brings it back. */
export function RemoveButton({ id, children }: { id: string; children: string }) {
  const { edit, select } = useCompose('edit', 'select');
  return (
    <Button
      color="inherit"
      sx={{ mt: 1, ml: -0.75 }}
      onClick={() => {
        void edit({ type: 'remove', ids: [id] });
        select({ kind: 'report' });
      }}
    >
      {children}
    </Button>
  );
}
