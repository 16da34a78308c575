import Button from '@mui/material/Button';
import { removeItems } from '../../store/removing';

/** Takes things out of the report; undo brings them back. */
export const RemoveButton = ({ ids, children }: { ids: string[]; children: string }) => (
  <Button data-removes color="inherit" sx={{ mt: 1, ml: -0.75 }} onClick={() => removeItems(ids)}>
    {children}
  </Button>
);
