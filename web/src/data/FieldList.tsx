import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { DataType, DatasetView, FieldKind } from '../api/generated';
import { caption } from '../compose/definition';
import { Blank } from '../sentence/Blank';
import { TextSetting } from '../sentence/TextSetting';
import { count } from '../shell/count';
import { FieldSign } from '../shell/FieldSign';
import { color } from '../theme/tokens';
import { addWorkedField, moveField, removeField, setField } from './dataset';
import type { Dataset, Field } from './types';

const types: { value: DataType; label: string }[] = [
  { value: 'text', label: 'a text' }, { value: 'whole', label: 'a whole number' }, { value: 'decimal', label: 'an exact decimal number' }, { value: 'double', label: 'a number' }, { value: 'date', label: 'a date' }, { value: 'dateTime', label: 'a date and time' }, { value: 'bool', label: 'yes or no' },
];
const kinds: { value: FieldKind; label: string }[] = [{ value: 'plain', label: 'a plain value' }, { value: 'key', label: 'a key' }, { value: 'money', label: 'money' }, { value: 'share', label: 'a share' }, { value: 'size', label: 'a size' }, { value: 'duration', label: 'a duration' }];

interface Props {
  dataset: Dataset;
  view?: DatasetView;
  selected?: string;
  onSelect: (field?: string) => void;
  onEdit: (next: Dataset) => void;
}

/** The fields of the dataset in their order; the selected one with its settings and what its values are like. */
export function FieldList({ dataset, view, selected, onSelect, onEdit }: Props) {
  const fields = dataset.fields ?? [];
  return (
    <Box component="section" aria-label="Fields">
      {fields.map((field, i) => {
        const problem = view?.problems.find((p) => p.property === `fields.${field.name}`);
        return (
          <Box key={field.name} sx={{ borderRadius: 1, border: `1px solid ${field.name === selected ? color.line : 'transparent'}`, bgcolor: field.name === selected ? color.paper : 'transparent', mb: 0.25 }}>
            <Box component="button" onClick={() => onSelect(field.name === selected ? undefined : field.name)} aria-expanded={field.name === selected} sx={{ display: 'flex', alignItems: 'center', gap: 1, width: '100%', border: 0, bgcolor: 'transparent', font: 'inherit', textAlign: 'left', cursor: 'pointer', px: 0.75, py: 0.25, color: problem ? color.problem : field.hidden ? color.muted : color.ink }}>
              <FieldSign type={field.type} worked={field.expression != null} />
              <Box component="span" sx={{ flex: 1 }}>{caption(field)}</Box>
            </Box>
            {field.name === selected && <FieldSettings dataset={dataset} field={field} view={view} first={i === 0} last={i === fields.length - 1} onEdit={onEdit} onRenamed={onSelect} />}
          </Box>
        );
      })}
      <Button size="small" variant="outlined" sx={{ mt: 1 }} onClick={() => { const next = addWorkedField(dataset); onEdit(next); onSelect(next.fields![next.fields!.length - 1].name); }}>Work out a field</Button>
    </Box>
  );
}

function FieldSettings({ dataset, field, view, first, last, onEdit, onRenamed }: { dataset: Dataset; field: Field; view?: DatasetView; first: boolean; last: boolean; onEdit: (next: Dataset) => void; onRenamed: (name?: string) => void }) {
  const set = (change: Partial<Field>) => onEdit(setField(dataset, field.name, change));
  const problem = view?.problems.find((p) => p.property === `fields.${field.name}`);
  const stats = view?.field;
  return (
    <Box sx={{ px: 1, pb: 1, display: 'grid', gap: 1 }}>
      <Box>
        It is <Blank label="Type" choices={types} onPick={(type) => set({ type: type as DataType })}>{types.find((t) => t.value === field.type)?.label ?? field.type}</Blank>,{' '}
        <Blank label="Kind" choices={kinds} onPick={(kind) => set({ kind: kind as FieldKind })}>{kinds.find((k) => k.value === (field.kind ?? 'plain'))!.label}</Blank>,{' '}
        <Blank label="Offered" choices={[{ value: '', label: 'offered to authors' }, { value: 'hidden', label: 'kept out of lists' }]} onPick={(v) => set({ hidden: v === 'hidden' })}>{field.hidden ? 'kept out of lists' : 'offered to authors'}</Blank>.
      </Box>
      {field.expression != null && <TextSetting label="Worked out as" multiline value={field.expression} onCommit={(expression) => { if (expression.trim()) set({ expression }); }} />}
      {problem && <Box role="alert" sx={{ px: 1, py: 0.5, borderRadius: 1, bgcolor: color.problemTint }}>{problem.message}{problem.position != null && field.expression && <Box component="pre" sx={{ m: 0, fontSize: 11 }}>{field.expression}{'\n'}{' '.repeat(problem.position)}^</Box>}<b>{problem.mends?.join(' ')}</b></Box>}
      <TextSetting label="Name in expressions" value={field.name} onCommit={(name) => { const free = name.trim(); if (free && free !== field.name && !dataset.fields?.some((f) => f.name === free)) { onEdit({ ...dataset, fields: dataset.fields?.map((f) => (f.name === field.name ? { ...f, name: free, column: f.expression ? null : f.column ?? f.name } : f)) }); onRenamed(free); } }} />
      <TextSetting label="Label" value={field.label ?? ''} placeholder={caption(field)} onCommit={(label) => set({ label: label || null })} />
      <TextSetting label="Description" value={field.description ?? ''} onCommit={(description) => set({ description: description || null })} />
      {stats && (
        <Box sx={{ fontSize: 12, color: color.muted }}>
          {count(stats.distinct, 'different value')}, {stats.empty === 0 ? 'none empty' : `${stats.empty} empty`}{stats.least != null && <>, from <b>{stats.least}</b> to <b>{stats.most}</b></>}
          {stats.frequent.map((f) => <Box key={f.value} sx={{ display: 'flex', gap: 1 }}><Box component="span" sx={{ flex: 1, minWidth: 0, overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap', color: color.ink }}>{f.value}</Box>{f.rows}×</Box>)}
        </Box>
      )}
      <Box sx={{ display: 'flex', gap: 0.5 }}>
        <Button size="small" color="inherit" disabled={first} onClick={() => onEdit(moveField(dataset, field.name, -1))} aria-label="Move up">↑</Button>
        <Button size="small" color="inherit" disabled={last} onClick={() => onEdit(moveField(dataset, field.name, 1))} aria-label="Move down">↓</Button>
        <Button size="small" color="inherit" sx={{ ml: 'auto' }} onClick={() => { onRenamed(undefined); onEdit(removeField(dataset, field.name)); }}>Take it out</Button>
      </Box>
    </Box>
  );
}
