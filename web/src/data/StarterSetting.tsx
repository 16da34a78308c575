import Box from '@mui/material/Box';
import { caption } from '../shell/caption';
import { Blank } from '../sentence/Blank';
import { Setting } from '../sentence/Setting';
import type { Dataset } from './document/types';
import { midSentence } from '../shell/midSentence';

/** What a report made from the dataset starts with. */
export function StarterSetting({ dataset, onEdit }: { dataset: Dataset; onEdit: (next: Dataset) => void }) {
  const fields = (dataset.fields ?? []).filter((f) => !f.hidden);
  const starter = dataset.starter ?? { columns: [], totals: [], groupBy: null, chartOf: null };
  const put = (change: Partial<typeof starter>) => {
    const next = { ...starter, ...change };
    const isBare = !next.columns?.length && !next.totals?.length && !next.groupBy && !next.chartOf;
    onEdit({ ...dataset, starter: isBare ? null : next });
  };
  const label = (name?: string | null) => {
    const field = fields.find((f) => f.name === name);
    return field ? midSentence(caption(field)) : (name ?? '');
  };
  const toggled = (list: string[] | undefined, name: string) =>
    list?.includes(name) ? list.filter((n) => n !== name) : [...(list ?? []), name];
  const offer = (list: string[] | undefined, from = fields) =>
    from.map((f) => ({ value: f.name, label: midSentence(caption(f)), hint: list?.includes(f.name) ? 'chosen' : undefined }));
  const columns = starter.columns ?? [];
  const numbers = fields.filter(
    (f) => ['whole', 'decimal', 'double'].includes(f.type) && f.kind !== 'key' && (columns.length === 0 || columns.includes(f.name)),
  );
  const one = (none: string) => [{ value: '', label: none }, ...offer(undefined)];
  return (
    <Setting
      name="New reports"
      summary={
        dataset.starter
          ? [
              columns.length ? `${columns.length} columns` : '',
              starter.groupBy ? `by ${label(starter.groupBy)}` : '',
              starter.chartOf ? 'a chart' : '',
            ]
              .filter(Boolean)
              .join(', ')
          : 'the first fields'
      }
    >
      <Box sx={{ lineHeight: 1.8 }}>
        The columns{' '}
        <Blank label="Starting columns" choices={offer(columns)} onPick={(name) => put({ columns: toggled(columns, name) })}>
          {columns.length ? columns.map(label).join(', ') : 'that come first'}
        </Blank>
        , with totals of{' '}
        <Blank
          label="Starting totals"
          choices={offer(starter.totals, numbers)}
          onPick={(name) => put({ totals: toggled(starter.totals, name) })}
        >
          {starter.totals?.length ? starter.totals.map(label).join(', ') : 'nothing'}
        </Blank>
        , grouped by{' '}
        <Blank label="Starting group" choices={one('nothing')} onPick={(name) => put({ groupBy: name || null })}>
          {starter.groupBy ? label(starter.groupBy) : 'nothing'}
        </Blank>
        , and a chart by{' '}
        <Blank label="Starting chart" choices={one('nothing: no chart')} onPick={(name) => put({ chartOf: name || null })}>
          {starter.chartOf ? label(starter.chartOf) : 'nothing: no chart'}
        </Blank>
        .
      </Box>
    </Setting>
  );
}
