import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { api } from '../../api/client';
import type { JoinEffect } from '../../api/generated';
import { Blank } from '../../sentence/Blank';
import { Sentence } from '../../sentence/Sentence';
import { numbers } from '../../shell/count';
import { color } from '../../theme/tokens';
import { connect, disconnect, removeTable, setJoinKind, tableInWords, tablesOf } from '../document/dataset';
import { toApi, type Dataset, type JoinKind } from '../document/types';

const kinds: { value: JoinKind; label: string }[] = [
  { value: 'inner', label: 'only rows that have a match' },
  { value: 'left', label: 'every row, with or without a match' },
  { value: 'unmatched', label: 'only rows without a match' },
];

/** How one table is joined, and what that does to the number of rows. */
export function JoinSentence({
  dataset,
  table,
  effect,
  onEdit,
}: {
  dataset: Dataset;
  table: string;
  effect?: JoinEffect;
  onEdit: (next: Dataset) => void;
}) {
  const tables = tablesOf(dataset);
  const joined = tables.find((t) => t.id === table);
  const to = tables.find((t) => t.id === joined?.join?.to);
  const { data: pairs = [] } = useQuery({
    queryKey: ['join-pairs', dataset.database, JSON.stringify(dataset.source), table],
    queryFn: () => api.joinPairs(toApi(dataset), table),
    placeholderData: (previous) => previous,
  });
  const join = (label: string) => {
    const pair = pairs.find((p) => p.label === label);
    if (pair) onEdit(connect(dataset, { table, column: pair.column }, { table: pair.to, column: pair.other }));
  };
  const offered = pairs.map((p) => ({ value: p.label, label: p.label }));
  if (!joined) return null;
  if (!joined.join || !to)
    return (
      <Box>
        <Sentence>
          Join <b>{tableInWords(joined.table)}</b> on{' '}
          <Blank
            label="Join on"
            tone="problem"
            choices={
              offered.length ? offered : [{ value: '', label: 'No columns fit: draw a line between two on the canvas', disabled: true }]
            }
            onPick={join}
          >
            nothing yet
          </Blank>
          .
        </Sentence>
        <Button size="small" color="inherit" onClick={() => onEdit(removeTable(dataset, table))}>
          Take the table out
        </Button>
      </Box>
    );
  return (
    <Box>
      <Sentence>
        Join <b>{tableInWords(joined.table)}</b> to <b>{tableInWords(to.table)}</b> where{' '}
        {(joined.join.on ?? []).map((pair, i) => (
          <span key={pair.column}>
            {i > 0 && ' and '}
            <Blank
              label="Pair of columns"
              choices={[{ value: 'remove', label: 'Take this pair away' }]}
              onPick={() => onEdit(disconnect(dataset, table, pair))}
            >
              {pair.column === pair.to ? `${pair.column} is equal` : `${pair.column} = ${pair.to}`}
            </Blank>
          </span>
        ))}
        {offered.length > 0 && (
          <>
            {' '}
            <Blank label="Another pair" choices={offered} onPick={join}>
              and …
            </Blank>
          </>
        )}
        , keeping{' '}
        <Blank label="Rows kept" choices={kinds} onPick={(kind) => onEdit(setJoinKind(dataset, table, kind as JoinKind))}>
          {kinds.find((k) => k.value === (joined.join!.kind ?? 'inner'))!.label}
        </Blank>
        .
      </Sentence>
      {effect && <Effect effect={effect} to={to.table} />}
      <Button size="small" color="inherit" onClick={() => onEdit(disconnect(dataset, table))}>
        Take the join away
      </Button>
      <Button size="small" color="inherit" onClick={() => onEdit(removeTable(dataset, table))}>
        Take the table out
      </Button>
    </Box>
  );
}

function Effect({ effect, to }: { effect: JoinEffect; to: string }) {
  const [before, after] = [numbers.format(effect.before), numbers.format(effect.after)];
  const grown = effect.after > effect.before;
  const words =
    effect.before === effect.after
      ? `${before} rows stay ${after}.`
      : `${before} rows become ${after}${grown ? `: one of the ${tableInWords(to)} has several ${tableInWords(effect.table)}` : ''}.`;
  return (
    <Box sx={{ my: 1, color: color.muted }}>
      {words}
      {effect.repeats && (
        <Box role="status" sx={{ mt: 0.5, p: 1, borderRadius: 1, bgcolor: color.problemTint, color: color.ink }}>
          Rows of {tableInWords(to)} come several times now, so totals of their numbers would count them several times.
        </Box>
      )}
    </Box>
  );
}
