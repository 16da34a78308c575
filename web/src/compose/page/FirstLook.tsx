import Button from '@mui/material/Button';
import { Message } from '../../shell/Message';
import { ProgressNote } from '../../shell/ProgressNote';
import { useCompose } from '../store/composeStore';
import { useBusyProgress } from '../store/useBusyProgress';

/** In place of the page while its rows are read for the first time. */
export function FirstLook() {
  const { stopped, look } = useCompose('stopped', 'look');
  const busy = useBusyProgress();
  if (stopped)
    return (
      <Message title="Stopped">
        The report can be changed all the same; its figures are not there yet.
        <Button variant="outlined" onClick={() => void look()}>
          Read the data
        </Button>
      </Message>
    );
  return <Message title="Reading the data…">{busy && <ProgressNote progress={busy.progress} onStop={busy.stop} />}</Message>;
}
