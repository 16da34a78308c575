import Button from '@mui/material/Button';
import { closeSnackbar, enqueueSnackbar } from 'notistack';
import { untilRead } from '../../undo/untilRead';
import { useCompose } from './composeStore';
import type { Removal } from '../document/removals';

/** Says what went along with something that was removed, with a way back, and offers to remove headings that are left. */
export function noteRemoved({ words, headings }: Removal, remove: (ids: string[]) => void) {
  const after = useCompose.getState().definition;
  const key = `removed ${Date.now()}`;
  const close = () => closeSnackbar(key);
  const button = (name: string, run: () => void) => (
    <Button
      size="small"
      sx={{ color: '#fff' }}
      onClick={() => {
        close();
        run();
      }}
    >
      {name}
    </Button>
  );
  /** What was changed since is not undone by this button. */
  const isNewest = () => useCompose.getState().definition === after;
  enqueueSnackbar(words, {
    key,
    persist: true,
    action: (
      <span data-message={key}>
        {headings.length > 0 &&
          button(headings.length === 1 ? 'Remove heading' : 'Remove headings', () => {
            if (isNewest()) remove(headings);
          })}
        {button('Undo', () => {
          if (isNewest()) void useCompose.getState().undo();
          else useCompose.setState({ failure: 'The report was changed since. Undo in the bar goes back step by step.' });
        })}
      </span>
    ),
  });
  untilRead(key, close);
}
