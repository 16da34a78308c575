import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useSnackbar } from 'notistack';
import type { ReactNode } from 'react';
import { api } from '../../api/client';
import type { ConditionOperator } from '../../api/generated';
import { useNames } from '../../code/useNames';
import { caption } from '../../shell/caption';
import { Blank, type Choice } from '../../sentence/Blank';
import { Sentence } from '../../sentence/Sentence';
import { dateOperators, isRelative, parameterFits, periodChoices, periodValues, periodWords, valuesKind } from './dateConditions';
import { filterOf, groupOf, isFieldCondition, isGroup } from '../document/dataset';
import { toApi, type Condition, type Dataset, type Field, type FieldCondition, type Group } from '../document/types';
import { midSentence } from '../../shell/midSentence';

const words: Record<ConditionOperator, string> = {
  equal: 'is',
  notEqual: 'is not',
  less: 'is less than',
  atMost: 'is at most',
  more: 'is more than',
  atLeast: 'is at least',
  between: 'is between',
  oneOf: 'is one of',
  noneOf: 'is none of',
  contains: 'contains',
  startsWith: 'starts with',
  endsWith: 'ends with',
  empty: 'is empty',
  notEmpty: 'is not empty',
  inYear: 'is in the year',
  inQuarter: 'is in the quarter of',
  inMonth: 'is in the month of',
  inWeek: 'is in the week of',
  current: 'is in the current',
  previous: 'is in the previous',
  toDate: 'is to date in the current',
  inLast: 'is in the last',
};

/** Dates are before and after each other. */
const dateWords: Partial<Record<ConditionOperator, string>> = {
  less: 'is before',
  atMost: 'is on or before',
  more: 'is after',
  atLeast: 'is on or after',
};

const isDate = (type?: Field['type']) => type === 'date' || type === 'dateTime';
const wordsOf = (op: ConditionOperator, type?: Field['type']) => (isDate(type) && dateWords[op]) || words[op];

const forType = (type: Field['type']): ConditionOperator[] =>
  type === 'text'
    ? ['equal', 'notEqual', 'oneOf', 'noneOf', 'contains', 'startsWith', 'endsWith', 'empty', 'notEmpty']
    : type === 'bool'
      ? ['equal', 'notEqual', 'empty', 'notEmpty']
      : [
          'equal',
          'notEqual',
          'less',
          'atMost',
          'more',
          'atLeast',
          'between',
          'oneOf',
          'noneOf',
          'empty',
          'notEmpty',
          ...(isDate(type) ? dateOperators : []),
        ];

const many = (op: ConditionOperator) => op === 'oneOf' || op === 'noneOf';
const valueless = (op: ConditionOperator) => op === 'empty' || op === 'notEmpty';

interface Props {
  dataset: Dataset;
  /** What the rows come from, as a part of the sentence. */
  from?: ReactNode;
  onEdit: (next: Dataset) => void;
}

/** “Keep rows where delay is more than 15 and cause is not empty”, each part a blank; groups of conditions stand in brackets. */
export function FilterSentence({ dataset, from, onEdit }: Props) {
  const group = groupOf(dataset.filter);
  const fields = dataset.fields ?? [];
  const written = useNames(fields);
  const empty = (group.conditions ?? []).length === 0;
  const set = (next: Group, parameters = dataset.parameters) => onEdit({ ...dataset, filter: filterOf(next), parameters });
  const add = (condition: Condition) => set({ ...group, conditions: [...(group.conditions ?? []), condition] });
  return (
    <Box>
      <Sentence>
        {from ? <>From {from}, keep </> : 'Keep '}
        {empty ? (
          'every row'
        ) : (
          <>
            rows where <GroupPart dataset={dataset} group={group} onChange={(next, parameters) => set(groupOf(next), parameters)} />
          </>
        )}
        .
      </Sentence>
      <Box sx={{ display: 'flex', gap: 1, mb: 1.5, flexWrap: 'wrap' }}>
        <Button size="small" variant="outlined" disabled={fields.length === 0} onClick={() => add(first(fields))}>
          Add a condition
        </Button>
        <Button size="small" color="inherit" disabled={fields.length === 0} onClick={() => add(expression(written(fields[0].name)))}>
          An expression
        </Button>
        <Button size="small" color="inherit" disabled={fields.length === 0 || empty} onClick={() => add(newGroup(group, fields))}>
          A group
        </Button>
      </Box>
    </Box>
  );
}

const first = (fields: Field[]): Condition => ({ type: 'field', field: fields[0].name, is: 'notEmpty', values: [] });
const expression = (written: string): Condition => ({ type: 'expression', expression: `${written} IS NOT NULL` });
/** Groups make sense where they differ from what is around them. */
const newGroup = (around: Group, fields: Field[]): Condition => ({
  type: around.type === 'any' ? 'all' : 'any',
  conditions: [first(fields), first(fields)],
});

/** Conditions with “and” or “or” between them. A group that lost its last condition goes too. */
function GroupPart({
  dataset,
  group,
  onChange,
}: {
  dataset: Dataset;
  group: Group;
  onChange: (next: Condition | undefined, parameters?: Dataset['parameters']) => void;
}) {
  const conditions = group.conditions ?? [];
  const fields = dataset.fields ?? [];
  const written = useNames(fields);
  const put = (list: Condition[], parameters?: Dataset['parameters']) =>
    onChange(list.length ? { ...group, conditions: list } : undefined, parameters);
  const replace = (i: number, next?: Condition, parameters?: Dataset['parameters']) =>
    put(next ? conditions.map((c, k) => (k === i ? next : c)) : conditions.filter((_, k) => k !== i), parameters);
  const more: Choice[] = [
    { value: 'condition', label: 'Add a condition here' },
    { value: 'expression', label: 'Add an expression here' },
    { value: 'group', label: 'Add a group here' },
    { value: 'remove', label: 'Take this group away' },
  ];
  const choose = (what: string, i: number, inner: Group) => {
    const list = inner.conditions ?? [];
    if (what === 'remove') replace(i);
    else
      replace(i, {
        ...inner,
        conditions: [
          ...list,
          what === 'condition' ? first(fields) : what === 'expression' ? expression(written(fields[0].name)) : newGroup(inner, fields),
        ],
      });
  };
  return (
    <>
      {conditions.map((condition, i) => (
        <span key={i}>
          {i > 0 && (
            <>
              {' '}
              <Blank
                label="All or any"
                choices={[
                  { value: 'all', label: 'and' },
                  { value: 'any', label: 'or' },
                ]}
                onPick={(type) => onChange({ ...group, type: type as Group['type'] })}
              >
                {group.type === 'any' ? 'or' : 'and'}
              </Blank>{' '}
            </>
          )}
          {isGroup(condition) ? (
            <>
              (<GroupPart dataset={dataset} group={condition} onChange={(next, parameters) => replace(i, next, parameters)} />{' '}
              <Blank label="Group of conditions" choices={more} onPick={(what) => choose(what, i, condition)}>
                +
              </Blank>
              )
            </>
          ) : isFieldCondition(condition) ? (
            <FieldPart dataset={dataset} condition={condition} onChange={(next, parameters) => replace(i, next, parameters)} />
          ) : (
            <Blank
              label="Condition"
              expression="row"
              typed={condition.expression}
              onPick={(text) => replace(i, text.trim() ? { type: 'expression', expression: text } : undefined)}
            >
              {condition.expression}
            </Blank>
          )}
        </span>
      ))}
    </>
  );
}

function FieldPart({
  dataset,
  condition,
  onChange,
}: {
  dataset: Dataset;
  condition: FieldCondition & { type: 'field' };
  onChange: (next: Condition | undefined, parameters?: Dataset['parameters']) => void;
}) {
  const { enqueueSnackbar } = useSnackbar();
  const fields = dataset.fields ?? [];
  const field = fields.find((f) => f.name === condition.field);
  const op = condition.is ?? 'equal';
  const values = condition.values ?? [];
  // Values to pick from come from the rows as they are without this condition.
  const bare = { ...dataset, filter: null, parameters: [] };
  const offers = useQuery({
    queryKey: ['field-values', JSON.stringify(dataset.source), JSON.stringify(field)],
    queryFn: ({ signal }) => api.lookAtDataset({ definition: toApi(bare), field: condition.field, counting: false }, signal),
    enabled: (field?.type === 'text' && !field.codes?.length) || dateOperators.includes(op),
    staleTime: 60_000,
    gcTime: 60_000,
  });
  const labelOf = (value: string) => field?.codes?.find((c) => c.code === value)?.label ?? value;
  const take = (list: string[]) => onChange({ ...condition, values: list });
  const type = (text: string) =>
    take(
      dateOperators.includes(op)
        ? periodValues(op, text)
        : many(op)
          ? text
              .split(',')
              .map((v) => v.trim())
              .filter(Boolean)
          : op === 'between'
            ? text.split(/\s+and\s+/i).map((v) => v.trim())
            : [text.trim()],
    );
  const typed = many(op) ? values.join(', ') : op === 'between' ? values.join(' and ') : (values[0] ?? '');
  const shown =
    (dateOperators.includes(op)
      ? periodWords(op, values)
      : many(op)
        ? values.map(labelOf).join(', ')
        : op === 'between'
          ? values.map(labelOf).join(' and ')
          : values[0] === undefined
            ? ''
            : labelOf(values[0])) || '…';
  const statistics = offers.data?.field;
  const listed: Choice[] | undefined = dateOperators.includes(op)
    ? periodChoices(op, statistics?.least, statistics?.most)
    : field?.type === 'bool'
      ? [
          { value: 'true', label: 'yes' },
          { value: 'false', label: 'no' },
        ]
      : op === 'between' || (!many(op) && op !== 'equal' && op !== 'notEqual')
        ? undefined
        : field?.codes?.length
          ? field.codes.map((c) => ({ value: c.code, label: c.label, hint: c.code }))
          : offers.data?.field?.frequent.map((f) => ({ value: f.value, label: f.value || '(no letters)', hint: `${f.rows}×` }));
  // Of several, each pick puts a value in or takes it out.
  const choices = many(op) ? listed?.map((c) => ({ ...c, hint: values.includes(c.value) ? 'chosen' : c.hint })) : listed;
  const pick = (value: string) =>
    many(op) && listed?.some((c) => c.value === value)
      ? take(values.includes(value) ? values.filter((v) => v !== value) : [...values, value])
      : type(value);
  const ask = {
    label: 'Ask the reader',
    onPick: () =>
      void api.askReader(toApi(dataset), condition).then(
        (asked) => onChange(asked.condition as Condition, asked.parameters),
        (error: Error) => enqueueSnackbar(error.message, { variant: 'error' }),
      ),
  };
  return (
    <>
      <Blank
        label="Field"
        choices={[
          ...fields.map((f) => ({ value: f.name, label: midSentence(caption(f)) })),
          { value: '', label: 'Take this condition away' },
        ]}
        onPick={(name) => onChange(name ? { ...condition, field: name, values: [], parameter: null } : undefined)}
        tone={field ? 'main' : 'problem'}
      >
        {field ? midSentence(caption(field)) : `${condition.field}, which is gone`}
      </Blank>{' '}
      <Blank
        label="Operator"
        choices={forType(field?.type ?? 'text').map((o) => ({ value: o, label: wordsOf(o, field?.type) }))}
        onPick={(is) =>
          onChange({
            ...condition,
            is: is as ConditionOperator,
            values: valuesKind(op) === valuesKind(is as ConditionOperator) ? condition.values : [],
            parameter: valueless(is as ConditionOperator) ? null : condition.parameter,
          })
        }
      >
        {wordsOf(op, field?.type)}
      </Blank>
      {!valueless(op) && (
        <>
          {' '}
          {condition.parameter ? (
            <Blank
              label="Asked for"
              choices={[
                ...(dataset.parameters ?? [])
                  .filter((p) => parameterFits(op, p, field?.type))
                  .map((p) => ({ value: p.name, label: `:${p.name}` })),
                { value: '', label: 'A value of one’s own' },
              ]}
              onPick={(name) => onChange({ ...condition, parameter: name || null })}
            >{`:${condition.parameter}`}</Blank>
          ) : (
            <Blank
              label="Value"
              choices={choices}
              typed={typed}
              typing="Type a value…"
              onPick={pick}
              other={isRelative(op) ? undefined : ask}
              tone={values.length ? 'main' : 'problem'}
            >
              {shown}
            </Blank>
          )}
        </>
      )}
    </>
  );
}
