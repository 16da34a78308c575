import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { caption } from '../shell/caption';
import { count } from '../shell/count';
import { Message } from '../shell/Message';
import { ProgressNote } from '../shell/ProgressNote';
import { color } from '../theme/tokens';
import { isJoin, isSummable } from './document/dataset';
import { RowsTable } from './rows/RowsTable';
import type { Problem } from '../api/generated';
import type { Look } from './rows/useLook';
import type { Dataset } from './document/types';

const workedOutHere = '-- then, worked out here (of large tables, the database leaves out before what cannot be wanted)';

interface Props {
  dataset: Dataset;
  look: Look;
  tab: 'rows' | 'sql';
  /** The name of the field that is selected. */
  field?: string;
  problems: Problem[];
  onTab: (tab: 'rows' | 'sql') => void;
  onField: (name?: string) => void;
  onReadAgain: () => void;
  onByHand: () => void;
  onCreateParameter: (name: string) => void;
}

/** The parameter that a problem says is not there. */
const missingName = (p: Problem) => (p.code === 'unknown-parameter' ? /“:([\p{L}\p{N}_]+)”/u.exec(p.message)?.[1] : undefined);

/** What the dataset gives: its rows, or the SQL that asks for them. */
export function ResultPane({ dataset, look, tab, field, problems, onTab, onField, onReadAgain, onByHand, onCreateParameter }: Props) {
  const { view, error, isReading, progress, stop } = look;
  const repeated = dataset.fields?.filter((f) => isSummable(f) && view?.repeated.includes(f.name)) ?? [];
  return (
    <Box
      sx={{
        flex: 2,
        minHeight: 140,
        display: 'flex',
        flexDirection: 'column',
        bgcolor: color.paper,
        borderTop: `1px solid ${color.line}`,
      }}
    >
      <Box sx={{ display: 'flex', px: 1.5, py: 0.5, alignItems: 'center', borderBottom: `1px solid ${color.line}` }}>
        <Box role="tablist" aria-label="What is shown" sx={{ display: 'flex', gap: 1 }}>
          {(['rows', 'sql'] as const).map((t) => (
            <Box
              component="button"
              role="tab"
              key={t}
              aria-selected={tab === t}
              onClick={() => onTab(t)}
              sx={{
                border: 0,
                borderBottom: `2px solid ${tab === t ? color.main : 'transparent'}`,
                bgcolor: 'transparent',
                font: 'inherit',
                fontWeight: 600,
                cursor: 'pointer',
                px: 0.5,
              }}
            >
              {t === 'rows' ? 'Rows' : 'SQL'}
            </Box>
          ))}
        </Box>
        <Box sx={{ ml: 'auto', color: color.muted, fontSize: 12 }} role="status">
          <Button size="small" color="inherit" sx={{ mr: 1, color: color.muted }} onClick={onReadAgain} title="Reads the tables again">
            Refresh
          </Button>
          {isReading ? 'Reading…' : view ? `${count(view.count, 'row')} in ${Math.round(view.milliseconds)} ms` : ''}
        </Box>
      </Box>
      {progress !== undefined && (
        <Box sx={{ display: 'flex', alignItems: 'center', gap: 2, px: 1.5, py: 0.75, borderBottom: `1px solid ${color.line}` }}>
          <ProgressNote progress={progress} onStop={stop} />
        </Box>
      )}
      {problems.map((p, i) => (
        <Box
          key={i}
          role="alert"
          sx={{
            px: 1.5,
            py: 0.5,
            bgcolor: p.severity === 'error' ? color.problemTint : color.panel,
            color: p.severity === 'error' ? color.problem : color.ink,
          }}
        >
          {p.message} {p.mends?.join(' ')}
          {missingName(p) && (
            <Button size="small" variant="outlined" sx={{ ml: 1 }} onClick={() => onCreateParameter(missingName(p)!)}>
              {`Create parameter :${missingName(p)}`}
            </Button>
          )}
        </Box>
      ))}
      {repeated.length > 0 && (
        <Box role="status" sx={{ px: 1.5, py: 0.5, bgcolor: color.panel }}>
          Joins repeat <b>{repeated.slice(0, 4).map(caption).join(', ')}</b>
          {repeated.length > 4 ? ` and ${repeated.length - 4} more` : ''}: totals would count them several times. Leave them out of totals,
          or take out the line that brings more rows.
        </Box>
      )}
      <Box sx={{ flex: 1, minHeight: 0, overflow: 'auto' }} tabIndex={0} aria-label={tab === 'rows' ? 'Rows' : 'SQL'}>
        {tab === 'rows' ? (
          view && view.columns.length > 0 ? (
            <RowsTable view={view} fields={dataset.fields ?? []} selected={field} onSelect={onField} />
          ) : !view ? (
            <Message problem={error !== null} title={error ? 'The rows cannot be shown' : isReading ? 'Reading…' : 'Stopped'}>
              {error?.message}
              {!isReading && (
                <Button variant="outlined" onClick={onReadAgain}>
                  Read the rows
                </Button>
              )}
            </Message>
          ) : (
            <Message title="No fields yet">
              {isJoin(dataset) ? 'Pick a table above; its columns become fields.' : 'Write the SQL above, then take over its columns.'}
            </Message>
          )
        ) : (
          <Box component="pre" sx={{ m: 0, p: 1.5, fontFamily: 'Noto Sans Mono', fontSize: 12 }}>
            {(isJoin(dataset) || dataset.source.type === 'table') && view?.sql && (
              <Button
                size="small"
                variant="outlined"
                sx={{ float: 'right', fontFamily: 'Commissioner' }}
                onClick={onByHand}
                title="From then on it cannot be turned back into cards; Undo can"
              >
                Go on by hand
              </Button>
            )}
            {view?.sql}
            {view?.condition ? `\n\n${workedOutHere}: keep rows where\n-- ${view.condition}` : ''}
          </Box>
        )}
      </Box>
    </Box>
  );
}
