import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import type { Problem, RunInfo } from '../api/generated';
import type { ApiError } from '../api/client';
import { Message } from '../shell/Message';
import { color } from '../theme/tokens';
import type { MarkTarget } from './MarkLayer';
import { PageList } from './PageList';

interface Props {
  run: { info?: RunInfo; error: ApiError | null; refresh: () => void; stop: () => void };
  goTo?: { page: number; turn: number };
  onPage: (page: number) => void;
  onMark: (target: MarkTarget) => void;
}

/** The pages of one run, or what stands in their way. */
export function RunPane({ run: { info, error, refresh, stop }, goTo, onPage, onMark }: Props) {
  if (error) return <Message problem title="The report cannot be shown">{error.message}<Button variant="outlined" onClick={refresh}>Try again</Button></Message>;
  if (!info) return <Message title="Reading the data…" />;
  if (info.state === 'running') {
    return (
      <Message title="Reading the data…">
        <LinearProgress sx={{ width: 220 }} />
        {Math.round(info.milliseconds / 1000)} s so far
        <Button variant="outlined" onClick={stop}>Stop</Button>
      </Message>
    );
  }
  const errors = info.problems.filter((p) => p.severity === 'error');
  if (info.state === 'failed') {
    const asks = errors.every((p) => p.code === 'parameter-required');
    return <Message problem={!asks} title={asks ? 'Something is needed first' : 'The report cannot be shown'}>{errors.map((p, i) => <Sentence key={i} problem={p} />)}</Message>;
  }
  // What concerns the figures concerns the reader; advice for the author does not.
  const told = info.problems.filter((p) => p.severity === 'error' || ['rows-cut-off', 'misfit-values', 'division-by-zero'].includes(p.code));
  return (
    <Box sx={{ flex: 1, minWidth: 0, display: 'flex', flexDirection: 'column' }}>
      {told.length > 0 && <Box role="status" sx={{ px: 2, py: 0.5, bgcolor: color.problemTint, color: color.problem, fontSize: 12 }}>{told.map((p) => p.message).join(' ')}</Box>}
      <PageList info={info} goTo={goTo} onPage={onPage} onMark={onMark} onGone={refresh} />
    </Box>
  );
}

const Sentence = ({ problem }: { problem: Problem }) => <div>{problem.message} {problem.mends?.join(' ')}</div>;
