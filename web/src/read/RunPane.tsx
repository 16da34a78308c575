import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { Problem } from '../api/generated';
import { Message } from '../shell/Message';
import { ProgressNote } from '../shell/ProgressNote';
import { color } from '../theme/tokens';
import type { MarkTarget } from './run/linkTargets';
import { PageList } from './pages/PageList';
import { sheetOf } from './run/sheets';
import { goToParameter } from './questions/StripField';
import type { Run } from './run/useRun';

interface Props {
  run: Run;
  /** The id of the sheet that is shown; the first if it is not set or gone. */
  sheet?: string;
  goTo?: { page: number; turn: number };
  find?: string;
  onPage: (page: number) => void;
  /** What was clicked here, while it is open beside. */
  chosen?: { report: string; values: Record<string, string> };
  /** Counts returns to this report. */
  seek?: number;
  onMark: (target: MarkTarget) => void;
}

/** What concerns the figures concerns the reader; advice for the author does not. */
const forReaders = ['rows-cut-off', 'misfit-values', 'division-by-zero', 'missing-glyphs'];

/** The pages of one run, or what stands in their way. */
export function RunPane({ run: { info, error, rerun, gone, stop }, sheet, goTo, find = '', chosen, seek, onPage, onMark }: Props) {
  if (error)
    return (
      <Message problem title="The report cannot be shown">
        {error.message}
        <Button variant="outlined" onClick={rerun}>
          Try again
        </Button>
      </Message>
    );
  if (!info) return <Message title="Reading the data…" />;
  if (info.state === 'running')
    return (
      <Message title="Reading the data…">
        <ProgressNote progress={info.progress} onStop={stop} />
      </Message>
    );
  const errors = info.problems.filter((p) => p.severity === 'error');
  if (info.state === 'failed') {
    const asks = errors.every((p) => p.code === 'parameter-required');
    const stopped = errors.some((p) => p.code === 'stopped');
    return (
      <Message problem={!asks && !stopped} title={asks ? 'Something is needed first' : stopped ? 'Stopped' : 'The report cannot be shown'}>
        {errors.map((p, i) => (
          <Sentence key={i} problem={p} />
        ))}
        {asks && errors[0]?.place && (
          <Button variant="outlined" onClick={() => goToParameter(errors[0].place!)}>
            Set it
          </Button>
        )}
        {stopped && (
          <Button variant="outlined" onClick={rerun}>
            Run it again
          </Button>
        )}
      </Message>
    );
  }
  const told = info.problems.filter((p) => p.severity === 'error' || forReaders.includes(p.code));
  return (
    <Box sx={{ flex: 1, minWidth: 0, display: 'flex', flexDirection: 'column' }}>
      {told.length > 0 && (
        <Box role="status" sx={{ px: 2, py: 0.5, bgcolor: color.problemTint, color: color.problem, fontSize: 12 }}>
          {told.map((p) => p.message).join(' ')}
        </Box>
      )}
      <PageList
        info={info}
        sheet={sheetOf(info, sheet)}
        goTo={goTo}
        find={find}
        onPage={onPage}
        chosen={chosen}
        seek={seek}
        onMark={onMark}
        onGone={gone}
      />
    </Box>
  );
}

const Sentence = ({ problem }: { problem: Problem }) => (
  <div>
    {problem.message} {problem.mends?.join(' ')}
  </div>
);
