import Box from '@mui/material/Box';
import { StayButton } from '../../shell/StayButton';
import Button from '@mui/material/Button';
import { useSnackbar } from 'notistack';
import { useEffect, useRef } from 'react';
import { api } from '../../api/client';
import type { DataType, DatasetView, DateEncoding, FieldKind } from '../../api/generated';
import { ExpressionEditor } from '../../code/ExpressionEditor';
import { caption } from '../../shell/caption';
import { Blank } from '../../sentence/Blank';
import { TextSetting } from '../../sentence/TextSetting';
import { useDraft } from '../../undo/useDraft';
import { count, numbers, firstFew } from '../../shell/count';
import { color } from '../../theme/tokens';
import { moveField, removeField, setField } from '../document/dataset';
import { CodeList } from './CodeList';
import { fromApi, toApi, type Dataset, type Field } from '../document/types';

const types: { value: DataType; label: string }[] = [
  { value: 'text', label: 'a text' },
  { value: 'whole', label: 'a whole number' },
  { value: 'decimal', label: 'an exact decimal number' },
  { value: 'double', label: 'a number' },
  { value: 'date', label: 'a date' },
  { value: 'dateTime', label: 'a date and time' },
  { value: 'bool', label: 'yes or no' },
];
const kinds: { value: FieldKind; label: string }[] = [
  { value: 'plain', label: 'a plain value' },
  { value: 'key', label: 'a key' },
  { value: 'money', label: 'money' },
  { value: 'share', label: 'a share' },
  { value: 'size', label: 'a size' },
  { value: 'duration', label: 'a duration' },
  { value: 'rate', label: 'a price or rate, which is averaged' },
];

const asTheData = { value: 'data', label: 'as many decimals as the data has' };
const decimals = [
  asTheData,
  ...Array.from({ length: 13 }, (_, n) => ({ value: String(n), label: n === 1 ? '1 decimal' : `${n} decimals` })),
];
const encodings: { value: DateEncoding; label: string }[] = [
  { value: 'iso', label: 'written as 2025-01-31' },
  { value: 'unix', label: 'written as seconds since 1970' },
  { value: 'julian', label: 'written as Julian day numbers' },
];

/** The settings of one field, and what its values are like. */
export function FieldSettings({
  dataset,
  field,
  columns,
  view,
  first,
  last,
  uses,
  onEdit,
  onRenamed,
}: {
  dataset: Dataset;
  field: Field;
  columns: string[];
  view?: DatasetView;
  first: boolean;
  last: boolean;
  uses: string[];
  onEdit: (next: Dataset) => void;
  onRenamed: (name?: string) => void;
}) {
  const { enqueueSnackbar } = useSnackbar();
  const card = useRef<HTMLDivElement>(null);
  // Of a field far down, the settings would open out of sight.
  useEffect(() => {
    card.current?.scrollIntoView?.({ block: 'nearest' });
  }, []);
  const set = (change: Partial<Field>) => onEdit(setField(dataset, field.name, change));
  const problem = view?.problems.find((p) => p.property === `fields.${field.name}`);
  const stats = view?.field;
  const rename = (name: string) =>
    api.renameField(toApi(dataset), field.name, name).then(
      (next) => {
        onEdit(fromApi(next));
        onRenamed(name.trim());
      },
      (error: Error) => enqueueSnackbar(error.message, { variant: 'error' }),
    );
  const column = field.column ?? field.name;
  const isTime = field.type === 'date' || field.type === 'dateTime';
  return (
    <Box ref={card} sx={{ px: 1, pb: 1, display: 'grid', gap: 1 }}>
      <Box>
        {columns.length > 0 && field.expression == null && (
          <>
            From the column{' '}
            <Blank
              label="Column"
              choices={columns.map((c) => ({ value: c, label: c }))}
              tone={columns.includes(column) ? 'main' : 'problem'}
              onPick={(next) => set({ column: next === field.name ? null : next })}
            >
              {columns.includes(column) ? column : `${column}, which is gone`}
            </Blank>
            .{' '}
          </>
        )}
        It is{' '}
        <Blank label="Type" choices={types} onPick={(type) => set({ type: type as DataType })}>
          {types.find((t) => t.value === field.type)?.label ?? field.type}
        </Blank>
        {field.type === 'decimal' && (
          <>
            {' '}
            with{' '}
            <Blank label="Decimals" choices={decimals} onPick={(scale) => set({ scale: scale === asTheData.value ? null : Number(scale) })}>
              {decimals.find((d) => d.value === String(field.scale ?? asTheData.value))?.label ?? `${field.scale} decimals`}
            </Blank>
            {field.scale == null && stats?.scale != null && ` (${stats.scale})`}
          </>
        )}
        {isTime && field.expression == null && (
          <>
            ,{' '}
            <Blank label="How it is written" choices={encodings} onPick={(dates) => set({ dates: dates as DateEncoding })}>
              {encodings.find((e) => e.value === (field.dates ?? 'iso'))!.label}
            </Blank>
          </>
        )}
        ,{' '}
        <Blank label="Kind" choices={kinds} onPick={(kind) => set({ kind: kind as FieldKind })}>
          {kinds.find((k) => k.value === (field.kind ?? 'plain'))!.label}
        </Blank>
        {field.kind === 'money' && (
          <>
            {' '}
            in{' '}
            <Blank
              label="Currency"
              typed={field.currency ?? ''}
              onPick={(currency) => set({ currency: currency.trim().toUpperCase() || null })}
            >
              {field.currency ?? 'the report’s currency'}
            </Blank>
          </>
        )}
        ,{' '}
        <Blank
          label="Offered"
          choices={[
            { value: '', label: 'offered to authors' },
            { value: 'hidden', label: 'kept out of lists' },
          ]}
          onPick={(v) => set({ hidden: v === 'hidden' })}
        >
          {field.hidden ? 'kept out of lists' : 'offered to authors'}
        </Blank>
        .
      </Box>
      {field.expression != null && <WorkedOut field={field} onEdit={(expression) => set({ expression })} />}
      {problem && (
        <Box role="alert" sx={{ px: 1, py: 0.5, borderRadius: 1, bgcolor: color.problemTint }}>
          {problem.message}
          {problem.position != null && field.expression && (
            <Box component="pre" sx={{ m: 0, fontSize: 11, overflow: 'auto' }}>
              {field.expression}
              {'\n'}
              {' '.repeat(problem.position)}^
            </Box>
          )}
          <b>{problem.mends?.join(' ')}</b>
        </Box>
      )}
      <TextSetting
        label="Name in expressions"
        value={field.name}
        onCommit={(name) => {
          if (name.trim() && name.trim() !== field.name) void rename(name);
        }}
      />
      <TextSetting
        label="Label"
        value={field.label ?? ''}
        placeholder={caption(field)}
        onCommit={(label) => set({ label: label || null })}
      />
      <TextSetting
        label="Description"
        value={field.description ?? ''}
        onCommit={(description) => set({ description: description || null })}
      />
      {stats && (
        <Box sx={{ fontSize: 12, color: color.muted }}>
          {count(stats.distinct, 'different value')}, {stats.empty === 0 ? 'none empty' : `${numbers.format(stats.empty)} empty`}
          {stats.misfits > 0 && (
            <Box component="span" sx={{ color: color.problem }}>
              , of which {stats.misfits} not {types.find((t) => t.value === field.type)?.label}
            </Box>
          )}
          {stats.least != null && (
            <>
              , from <b>{stats.least}</b> to <b>{stats.most}</b>
            </>
          )}
          {stats.frequent.map((f) => (
            <Box key={f.value} sx={{ display: 'flex', gap: 1 }}>
              <Box
                component="span"
                sx={{ flex: 1, minWidth: 0, overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap', color: color.ink }}
              >
                {f.value}
              </Box>
              {numbers.format(f.rows)}×
            </Box>
          ))}
        </Box>
      )}
      <CodeList field={field} stats={stats} onEdit={(codes) => set({ codes })} />
      {uses.length > 0 && (
        <Box sx={{ fontSize: 12, color: color.muted }}>
          Used in {uses.slice(0, 4).join('; ')}
          {uses.length > 4 ? ` and ${uses.length - 4} more places` : ''}.
        </Box>
      )}
      <Box sx={{ display: 'flex', gap: 0.5 }}>
        <StayButton
          size="small"
          color="inherit"
          disabled={first}
          onClick={() => onEdit(moveField(dataset, field.name, -1))}
          aria-label="Move up"
        >
          ↑
        </StayButton>
        <StayButton
          size="small"
          color="inherit"
          disabled={last}
          onClick={() => onEdit(moveField(dataset, field.name, 1))}
          aria-label="Move down"
        >
          ↓
        </StayButton>
        <Button
          size="small"
          color="inherit"
          sx={{ ml: 'auto' }}
          onClick={() => {
            onRenamed(undefined);
            onEdit(removeField(dataset, field.name));
            if (uses.length)
              enqueueSnackbar(
                `${caption(field)} is used in ${firstFew(uses, 'more places')}. ` +
                  'Those reports go on with it until they are brought up to date. Undo brings it back.',
                { variant: 'warning' },
              );
          }}
        >
          Take it out
        </Button>
      </Box>
    </Box>
  );
}

/** The expression of a field, tried out while it is written; it is taken when the writing stops. */
function WorkedOut({ field, onEdit }: { field: Field; onEdit: (expression: string) => void }) {
  const { draft, setDraft, take } = useDraft(field.expression ?? '', (text) => {
    if (text.trim()) onEdit(text);
  });
  return (
    <Box
      onBlur={(e: React.FocusEvent) => {
        if (!e.currentTarget.contains(e.relatedTarget)) take();
      }}
    >
      <Box sx={{ fontSize: 12, color: color.muted }}>Worked out as</Box>
      <ExpressionEditor label="Worked out as" value={draft} itself={field.name} onChange={setDraft} onSubmit={take} />
    </Box>
  );
}
