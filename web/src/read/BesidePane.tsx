import Box from '@mui/material/Box';
import type { RunInfo } from '../api/generated';
import { hasOwnUndo } from '../undo/ownUndo';
import { color } from '../theme/tokens';
import type { Step } from './run/address';
import { choicesOf, dayOf } from './questions/asked';
import type { MarkTarget } from './run/linkTargets';
import { ParameterStrip } from './questions/ParameterStrip';
import { RunPane } from './RunPane';
import type { Side } from './side/useSide';

/** The report that a click opened, in its own column behind the amber edge. Escape closes it. */
export function BesidePane({
  step,
  title,
  share,
  side,
  asked,
  onFocus,
  onClose,
  onValues,
  onMark,
}: {
  step: Step;
  title: string;
  /** Its part of the width. */
  share: number;
  side: Side;
  asked?: RunInfo;
  onFocus: () => void;
  onClose: () => void;
  onValues: (values: Record<string, string>) => void;
  onMark: (target: MarkTarget) => void;
}) {
  return (
    <Box
      component="section"
      aria-label={title}
      data-region="beside"
      onFocus={onFocus}
      onKeyDown={(e: React.KeyboardEvent) => {
        const isOwn = e.currentTarget.contains(e.target as Node) && !e.defaultPrevented && !hasOwnUndo(e.target);
        if (e.key === 'Escape' && isOwn) onClose();
      }}
      sx={{ flexGrow: share, flexBasis: 0, minWidth: 0, minHeight: 0, display: 'flex', flexDirection: 'column' }}
    >
      {asked && (
        <Box sx={{ px: 1.25, py: 0.5, bgcolor: color.panel, borderBottom: `1px solid ${color.line}` }}>
          <ParameterStrip
            parameters={asked.parameters}
            values={step.values}
            problems={asked.problems}
            load={choicesOf(step, false)}
            today={dayOf(asked)}
            onChange={onValues}
            reset={false}
          />
        </Box>
      )}
      <Box sx={{ flex: 1, minHeight: 0, display: 'flex' }}>
        <RunPane run={side.run} sheet={step.sheet} goTo={side.goTo} find={side.find.text} onPage={side.setPage} onMark={onMark} />
      </Box>
    </Box>
  );
}
