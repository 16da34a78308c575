import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { Popover } from '../../shell/whenOpen';
import { useEffect, useState } from 'react';
import { count, numbers } from '../../shell/count';
import { StatusBar } from '../../shell/StatusBar';
import { color } from '../../theme/tokens';
import { useCompose } from '../store/composeStore';
import { findElement, findLevel } from '../document/definition';
import { ZoomControl } from './ZoomControl';

/** Counts at the bottom, and what is wrong with the report. */
export function ComposeStatus() {
  const { view, pageCount } = useCompose('view', 'pageCount');
  const { select, edit } = useCompose.getState();
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const problems = view?.problems ?? [];
  // What is mended leaves nothing to list, now or when it comes back by undo.
  useEffect(() => {
    if (problems.length === 0) setAnchor(null);
  }, [problems.length]);
  const errors = problems.filter((p) => p.severity === 'error').length;
  const groups = (view?.bands ?? [])
    .filter((b) => b.kind === 'groupHeader' && b.depth === 0)
    .map((b) => `${b.name.replace(/ header$/, '')}: ${numbers.format(Number(b.printed ?? 0))}`);
  const goTo = (place: string | null | undefined) => {
    setAnchor(null);
    const { definition } = useCompose.getState();
    if (!place || !definition) return;
    if (findElement(definition, place)) select({ kind: 'element', id: place });
    else if (findLevel(definition, place)) select({ kind: 'level', id: place });
    else select({ kind: 'report' });
  };
  return (
    <>
      <StatusBar
        left={
          view
            ? [
                count(view.rows, 'row'),
                groups.join(' · '),
                pageCount !== undefined && count(pageCount, 'page'),
                `worked out in ${Math.round(view.milliseconds)} ms`,
              ]
            : []
        }
        right={
          <>
            <ZoomControl />
            <Box
              component="button"
              type="button"
              onClick={(e: React.MouseEvent<HTMLElement>) => setAnchor(problems.length ? e.currentTarget : null)}
              sx={{
                font: 'inherit',
                fontWeight: 600,
                border: 0,
                bgcolor: 'transparent',
                cursor: problems.length ? 'pointer' : 'default',
                color: errors ? color.problem : problems.length ? color.ink : color.fine,
              }}
            >
              ● {problems.length ? count(problems.length, 'problem') : 'No problems'}
            </Box>
          </>
        }
      />
      <Popover
        open={anchor !== null && problems.length > 0}
        anchorEl={anchor}
        onClose={() => setAnchor(null)}
        anchorOrigin={{ vertical: 'top', horizontal: 'right' }}
        transformOrigin={{ vertical: 'bottom', horizontal: 'right' }}
      >
        <Box component="ul" aria-label="Problems" sx={{ m: 0, p: 1, width: 420, listStyle: 'none', maxHeight: 360, overflow: 'auto' }}>
          {problems.map((problem, i) => (
            <Box component="li" key={i} sx={{ display: 'flex', alignItems: 'flex-start', gap: 1, mb: 0.5 }}>
              <Box
                component="button"
                type="button"
                onClick={() => goTo(problem.place)}
                sx={{
                  font: 'inherit',
                  textAlign: 'left',
                  flex: 1,
                  minWidth: 0,
                  border: 0,
                  borderRadius: 1,
                  p: 1,
                  cursor: 'pointer',
                  bgcolor: problem.severity === 'error' ? color.problemTint : color.panel,
                }}
              >
                <div>{problem.message}</div>
                {problem.mends && <Box sx={{ color: color.main, fontWeight: 600 }}>{problem.mends.join(' · ')}</Box>}
              </Box>
              {problem.canMend && (
                <Button
                  size="small"
                  variant="outlined"
                  sx={{ flex: 'none', mt: 0.5 }}
                  aria-label={`Mend it: ${problem.message}`}
                  onClick={() => void edit({ type: 'mendProblem', code: problem.code, place: problem.place, mends: problem.mends ?? [] })}
                >
                  Mend it
                </Button>
              )}
            </Box>
          ))}
        </Box>
      </Popover>
    </>
  );
}
