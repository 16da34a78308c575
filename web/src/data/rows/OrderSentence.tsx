import { useNames } from '../../code/useNames';
import { caption } from '../../shell/caption';
import { Blank, type Choice } from '../../sentence/Blank';
import { Sentence } from '../../sentence/Sentence';
import { count } from '../../shell/count';
import type { Dataset } from '../document/types';
import { midSentence } from '../../shell/midSentence';

interface Props {
  dataset: Dataset;
  /** The most rows and seconds as they are in force. */
  mostRows?: number;
  mostSeconds?: number;
  onEdit: (next: Dataset) => void;
}

const usualSeconds = 60;
const limitOf = (text: string) => {
  const n = Number.parseInt(text, 10);
  return n > 0 ? n : null;
};

/** “In order of route, rising, then of departs, falling, each row once, at most 100 rows, within 60 seconds.” */
export function OrderSentence({ dataset, mostRows, mostSeconds, onEdit }: Props) {
  const sort = dataset.sort ?? [];
  const fields = dataset.fields ?? [];
  const written = useNames(fields);
  const offered: Choice[] = fields
    .filter((f) => !sort.some((s) => s.by === written(f.name)))
    .map((f) => ({ value: written(f.name), label: midSentence(caption(f)) }));
  const label = (by: string) => {
    const field = fields.find((f) => written(f.name) === by);
    return field ? midSentence(caption(field)) : by;
  };
  const put = (next: typeof sort) => onEdit({ ...dataset, sort: next });
  const rows = dataset.rowLimit ?? mostRows;
  return (
    <Sentence>
      In order of{' '}
      {sort.length === 0 && (
        <Blank label="Order" choices={[{ value: '', label: 'the database itself' }, ...offered]} onPick={(by) => put(by ? [{ by }] : [])}>
          the database itself
        </Blank>
      )}
      {sort.map((key, i) => (
        <span key={key.by}>
          {i > 0 && ', then of '}
          <Blank
            label={i === 0 ? 'Order' : 'Then order'}
            choices={[...offered, { value: '', label: i === 0 && sort.length === 1 ? 'the database itself' : 'nothing: remove it' }]}
            onPick={(by) => put(by ? sort.map((s, k) => (k === i ? { ...s, by } : s)) : sort.filter((_, k) => k !== i))}
          >
            {label(key.by)}
          </Blank>
          ,{' '}
          <Blank
            label="Direction"
            choices={[
              { value: '', label: 'rising' },
              { value: 'down', label: 'falling' },
            ]}
            onPick={(v) => put(sort.map((s, k) => (k === i ? { ...s, descending: v === 'down' } : s)))}
          >
            {key.descending ? 'falling' : 'rising'}
          </Blank>
        </span>
      ))}
      {sort.length > 0 && offered.length > 0 && (
        <>
          ,{' '}
          <Blank label="Another order" choices={offered} onPick={(by) => put([...sort, { by }])}>
            then …
          </Blank>
        </>
      )}
      ,{' '}
      <Blank
        label="Repeated rows"
        choices={[
          { value: '', label: 'repeated rows included' },
          { value: 'distinct', label: 'each row once' },
        ]}
        onPick={(v) => onEdit({ ...dataset, distinct: v === 'distinct' })}
      >
        {dataset.distinct ? 'each row once' : 'repeated rows included'}
      </Blank>
      ,{' '}
      <Blank
        label="Row limit"
        typed={dataset.rowLimit ? String(dataset.rowLimit) : ''}
        onPick={(v) => onEdit({ ...dataset, rowLimit: limitOf(v) })}
      >
        {rows ? `at most ${count(rows, 'row')}` : 'without a limit'}
      </Blank>
      , within{' '}
      <Blank
        label="Time limit in seconds"
        typed={dataset.secondsLimit ? String(dataset.secondsLimit) : ''}
        onPick={(v) => onEdit({ ...dataset, secondsLimit: limitOf(v) })}
      >
        {count(mostSeconds ?? dataset.secondsLimit ?? usualSeconds, 'second')}
      </Blank>
      .
    </Sentence>
  );
}
