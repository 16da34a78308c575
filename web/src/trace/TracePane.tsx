import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { api } from '../api/client';
import type { PrintedPlace, Trace, TracePart } from '../api/generated';
import { count } from '../shell/count';
import { color } from '../theme/tokens';
import { PaneEdge } from './PaneEdge';
import { endTrace, useTraced } from './traced';
import { TraceRows } from './TraceRows';
import { capital } from '../shell/capital';

const [least, most] = [300, 900];

/**
 * Where a printed number comes from: what is calculated, the totals in it, and the rows behind each, in a pane beside the page. Escape
 * closes it; on a narrow screen it covers the page until then.
 * @param runs Those that are shown beside it; what another run printed is not traced any longer.
 */
export function TracePane({ runs }: { runs: (string | undefined)[] }) {
  const shown = useTraced((s) => s.shown);
  const [width, setWidth] = useState(440);
  // Another run has other numbers.
  const isThere = shown !== undefined && runs.includes(shown.run);
  useEffect(() => {
    if (shown && !isThere) useTraced.setState({ shown: undefined });
  }, [shown, isThere]);
  useEffect(() => () => useTraced.setState({ shown: undefined }), []);
  if (!isThere) return null;
  return (
    <>
      <PaneEdge width={width} least={least} most={most} onWidth={setWidth} />
      <Box
        component="aside"
        aria-labelledby="traced"
        data-region="trace"
        onKeyDown={(e: React.KeyboardEvent) => {
          if (e.key !== 'Escape' || e.defaultPrevented) return;
          e.stopPropagation();
          endTrace();
        }}
        sx={{
          position: { xs: 'absolute', md: 'static' },
          inset: 0,
          zIndex: 6,
          width: { xs: '100%', md: width },
          maxWidth: { md: '60%' },
          flex: 'none',
          minHeight: 0,
          overflow: 'auto',
          p: 2,
          bgcolor: color.panel,
        }}
      >
        <Content key={JSON.stringify(shown.place)} run={shown.run} place={shown.place} />
      </Box>
    </>
  );
}

function Content({ run, place }: { run: string; place: PrintedPlace }) {
  const trace = useQuery({
    queryKey: ['trace', run, place],
    queryFn: ({ signal }) => api.trace(run, place, signal),
    staleTime: Infinity,
    retry: false,
  });
  const [chosen, setChosen] = useState(0);
  const found = trace.data;
  const title = useRef<HTMLHeadingElement>(null);
  useEffect(() => title.current?.focus(), []);
  return (
    <Box sx={{ display: 'flex', flexDirection: 'column', gap: 1.25 }}>
      <Box sx={{ display: 'flex', alignItems: 'baseline' }}>
        <Box component="h2" id="traced" ref={title} tabIndex={-1} sx={{ fontSize: 16, m: 0, mr: 'auto' }}>
          Where does it come from?
        </Box>
        <Button size="small" onClick={endTrace}>
          Close
        </Button>
      </Box>
      {trace.error && (
        <Box role="alert" sx={{ color: color.problem }}>
          {trace.error.message}
        </Box>
      )}
      {trace.isPending && <Box role="status">Looking for the rows…</Box>}
      {found && (
        <>
          <Head trace={found} />
          <Parts parts={found.parts} chosen={chosen} onChoose={setChosen} />
          <TraceRows key={chosen} run={run} place={place} part={chosen} />
        </>
      )}
    </Box>
  );
}

function Head({ trace }: { trace: Trace }) {
  const leftOut = trace.rowsRead - trace.rowsKept;
  return (
    <Box>
      <Box sx={{ fontSize: 20, fontWeight: 600 }}>{trace.text || capital(trace.name)}</Box>
      <Box sx={{ color: color.muted }}>{[...(trace.text ? [capital(trace.name)] : []), ...trace.where].join(' · ')}</Box>
      {trace.expressions.map((expression) => (
        <Box key={expression} sx={{ fontSize: 13 }}>
          Calculated as <code>{expression}</code>
        </Box>
      ))}
      {trace.inputs.length > 0 && (
        <Box sx={{ fontSize: 13 }}>
          with{' '}
          {trace.inputs.map((input, i) => (
            <span key={i}>
              {i > 0 && ', '}
              {input.name} = <b>{input.text || 'nothing'}</b>
            </span>
          ))}
        </Box>
      )}
      {leftOut > 0 && (
        <Box sx={{ fontSize: 13 }}>
          Of {count(trace.rowsRead, 'row')} that were read, the report’s conditions left {leftOut.toLocaleString('en-GB')} out.
        </Box>
      )}
    </Box>
  );
}

const share = (part: TracePart) =>
  part.share === null ? '' : `${(part.share * 100).toLocaleString('en-GB', { maximumFractionDigits: 1 })}% of ${part.shareOf}`;

/** The totals in a number; with several, one chooses whose rows are listed. */
function Parts({ parts, chosen, onChoose }: { parts: TracePart[]; chosen: number; onChoose: (part: number) => void }) {
  return (
    <Box role="radiogroup" aria-label="Made of" sx={{ display: 'flex', flexDirection: 'column', gap: 0.5 }}>
      {parts.map((part, i) => (
        <Box
          key={i}
          component="label"
          sx={{
            display: 'flex',
            gap: 1,
            alignItems: 'baseline',
            px: 1,
            py: 0.5,
            borderRadius: 1,
            border: `1px solid ${i === chosen ? color.main : color.line}`,
            bgcolor: i === chosen ? color.mainTint : undefined,
            cursor: 'pointer',
          }}
        >
          {parts.length > 1 && <input type="radio" name="part" checked={i === chosen} onChange={() => onChoose(i)} />}
          <span>
            {capital(part.words)} {part.over}
            {part.text && (
              <>
                {' = '}
                <b>{part.text}</b>
              </>
            )}
          </span>
          <Box component="span" sx={{ ml: 'auto', color: color.muted, fontSize: 13, textAlign: 'right' }}>
            {[
              count(part.rows, 'row'),
              part.empty > 0 && `${part.empty.toLocaleString('en-GB')} without a value`,
              part.leftOut > 0 && `${part.leftOut.toLocaleString('en-GB')} left out by its condition`,
              share(part),
            ]
              .filter(Boolean)
              .join(' · ')}
          </Box>
        </Box>
      ))}
    </Box>
  );
}
