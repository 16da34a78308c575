import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import type { ProgressInfo } from '../api/generated';
import { numbers } from './count';

/** How far slow work has come, about how long it will still take, and a way to stop it. */
export function ProgressNote({ progress, onStop }: { progress: ProgressInfo | null | undefined; onStop: () => void }) {
  const left = progress?.secondsLeft;
  return (
    <>
      <LinearProgress
        sx={{ width: 240 }}
        aria-label="Progress"
        {...(progress?.fraction == null ? {} : { variant: 'determinate', value: progress.fraction * 100 })}
      />
      <div role="status">
        {words(progress)}
        {left == null ? '' : left < 1.5 ? ' · nearly done' : ` · about ${Math.ceil(left)} s left`}
      </div>
      <Button variant="outlined" onClick={onStop}>
        Stop
      </Button>
    </>
  );
}

function words(progress: ProgressInfo | null | undefined): string {
  const expected = progress?.expectedRows && progress.expectedRows > progress.rows ? progress.expectedRows : undefined;
  switch (progress?.stage) {
    case 'waiting':
      return 'Waiting for other reports to finish';
    case 'reading':
      return progress.rows === 0
        ? 'Asking the database'
        : `${numbers.format(progress.rows)} rows read${expected ? ` of about ${numbers.format(expected)}` : ''}`;
    case 'grouping':
      return `Sorting and adding up ${numbers.format(progress.rows)} rows`;
    case 'paging':
      return 'Finding the pages';
    default:
      return 'Starting';
  }
}
