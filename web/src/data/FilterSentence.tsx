import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { api } from '../api/client';
import type { ConditionOperator } from '../api/generated';
import { caption } from '../compose/definition';
import { Blank } from '../sentence/Blank';
import { Sentence } from '../sentence/Sentence';
import { filterOf, isFieldCondition, sentenceOf } from './dataset';
import { toApi, type Condition, type Dataset, type Field, type FieldCondition } from './types';

const words: Record<ConditionOperator, string> = {
  equal: 'is', notEqual: 'is not', less: 'is less than', atMost: 'is at most', more: 'is more than', atLeast: 'is at least', between: 'is between', oneOf: 'is one of', noneOf: 'is none of',
  contains: 'contains', startsWith: 'starts with', endsWith: 'ends with', empty: 'is empty', notEmpty: 'is not empty',
};

const forType = (type: Field['type']): ConditionOperator[] =>
  type === 'text' ? ['equal', 'notEqual', 'oneOf', 'noneOf', 'contains', 'startsWith', 'endsWith', 'empty', 'notEmpty']
    : type === 'bool' ? ['equal', 'notEqual', 'empty', 'notEmpty']
      : ['equal', 'notEqual', 'less', 'atMost', 'more', 'atLeast', 'between', 'oneOf', 'noneOf', 'empty', 'notEmpty'];

const many = (op: ConditionOperator) => op === 'oneOf' || op === 'noneOf';
const valueless = (op: ConditionOperator) => op === 'empty' || op === 'notEmpty';

/** “Keep rows where delay is more than 15 and cause is not empty”, each part a blank. */
export function FilterSentence({ dataset, onEdit }: { dataset: Dataset; onEdit: (next: Dataset) => void }) {
  const { any, conditions } = sentenceOf(dataset.filter);
  const set = (next: Condition[], nextAny = any) => onEdit({ ...dataset, filter: filterOf(nextAny, next) });
  const fields = dataset.fields ?? [];
  const add = () => set([...conditions, { type: 'field', field: fields[0].name, is: 'notEmpty', values: [] }]);
  const replace = (i: number, next?: Condition) => set(next ? conditions.map((c, k) => (k === i ? next : c)) : conditions.filter((_, k) => k !== i));
  return (
    <Box>
      <Sentence>
        Keep {conditions.length === 0 ? 'every row' : 'rows where '}
        {conditions.map((condition, i) => (
          <span key={i}>
            {i > 0 && <> <Blank label="All or any" choices={[{ value: 'and', label: 'and' }, { value: 'or', label: 'or' }]} onPick={(v) => set(conditions, v === 'or')}>{any ? 'or' : 'and'}</Blank> </>}
            {isFieldCondition(condition)
              ? <FieldPart dataset={dataset} condition={condition} onChange={(next) => replace(i, next)} />
              : <Blank label="Condition" typed={condition.type === 'expression' ? condition.expression : ''} onPick={(expression) => { if (expression.trim()) replace(i, { type: 'expression', expression }); else if (condition.type === 'expression') replace(i, undefined); }}>{condition.type === 'expression' ? condition.expression : 'a group of conditions'}</Blank>}
          </span>
        ))}.
      </Sentence>
      <Box sx={{ display: 'flex', gap: 1, mb: 1.5 }}>
        <Button size="small" variant="outlined" disabled={fields.length === 0} onClick={add}>Add a condition</Button>
        <Button size="small" color="inherit" disabled={fields.length === 0} onClick={() => set([...conditions, { type: 'expression', expression: `${fields[0].name} IS NOT NULL` }])}>Add an expression</Button>
      </Box>
    </Box>
  );
}

function FieldPart({ dataset, condition, onChange }: { dataset: Dataset; condition: FieldCondition & { type: 'field' }; onChange: (next?: Condition) => void }) {
  const fields = dataset.fields ?? [];
  const field = fields.find((f) => f.name === condition.field);
  const op = condition.is ?? 'equal';
  // Values to pick from come from the rows as they are without this condition.
  const bare = { ...dataset, filter: null };
  const offers = useQuery({ queryKey: ['field-values', JSON.stringify(dataset.source), condition.field], queryFn: ({ signal }) => api.lookAtDataset(toApi(bare), condition.field, signal), enabled: field?.type === 'text', staleTime: 60_000, gcTime: 60_000 });
  const values = condition.values ?? [];
  const setValues = (text: string) => onChange({ ...condition, values: many(op) ? text.split(',').map((v) => v.trim()).filter(Boolean) : op === 'between' ? text.split(/\s+and\s+/i).map((v) => v.trim()) : [text.trim()] });
  const typed = many(op) ? values.join(', ') : op === 'between' ? values.join(' and ') : values[0] ?? '';
  const choices = field?.type === 'bool' ? [{ value: 'true', label: 'yes' }, { value: 'false', label: 'no' }] : field?.type === 'text' && !many(op) && (op === 'equal' || op === 'notEqual') ? offers.data?.field?.frequent.map((f) => ({ value: f.value, label: f.value || '(no letters)', hint: `${f.rows}×` })) : undefined;
  return (
    <>
      <Blank label="Field" choices={[...fields.map((f) => ({ value: f.name, label: caption(f).toLowerCase() })), { value: '', label: 'Take this condition away' }]} onPick={(name) => onChange(name ? { ...condition, field: name, values: [] } : undefined)} tone={field ? 'main' : 'problem'}>{field ? caption(field).toLowerCase() : `${condition.field}, which is gone`}</Blank>{' '}
      <Blank label="Operator" choices={forType(field?.type ?? 'text').map((o) => ({ value: o, label: words[o] }))} onPick={(is) => onChange({ ...condition, is: is as ConditionOperator })}>{words[op]}</Blank>
      {!valueless(op) && <> <Blank label="Value" choices={choices} typed={typed} onPick={setValues} tone={values.length ? 'main' : 'problem'}>{typed || '…'}</Blank></>}
    </>
  );
}
