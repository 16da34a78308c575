import type { JoinEffect, Parameter, SavedDataset, TableInfo } from '../api/generated';
import { quoted } from '../code/assist';
import { caption } from '../shell/caption';
import type { Condition, Dataset, Field, FieldCondition, Group, JoinedTable, JoinKind, KeyPair } from './types';

/** Looking things up in a dataset being made, and changing it. What a change means for rows is the server's business. */
export const tablesOf = (dataset: Dataset): JoinedTable[] => (dataset.source.type === 'join' ? (dataset.source.tables ?? []) : []);

/** What a dataset is called until its author, or its first table, gives it a name. */
export const newName = 'New dataset';

export const spokenTable = (table: string) => table.charAt(0).toUpperCase() + table.slice(1).replaceAll('_', ' ');

export const isJoin = (dataset: Dataset) => dataset.source.type === 'join';

const withTables = (dataset: Dataset, tables: JoinedTable[]): Dataset => ({ ...dataset, source: { type: 'join', tables } });

const mapTable = (dataset: Dataset, id: string, change: (t: JoinedTable) => JoinedTable) =>
  withTables(
    dataset,
    tablesOf(dataset).map((t) => (t.id === id ? change(t) : t)),
  );

export const moveTable = (dataset: Dataset, id: string, x: number, y: number) =>
  mapTable(dataset, id, (t) => ({ ...t, x: Math.round(x), y: Math.round(y) }));

export interface End {
  table: string;
  column: string;
}

/**
 * Joins two tables on a pair of columns. The later table is joined to the earlier one; a second pair between the same
 * two makes a key of several columns.
 */
export function connect(dataset: Dataset, a: End, b: End): Dataset {
  const tables = tablesOf(dataset);
  const place = (id: string) => tables.findIndex((t) => t.id === id);
  if (a.table === b.table || place(a.table) < 0 || place(b.table) < 0) return dataset;
  const [to, from] = place(a.table) < place(b.table) ? [a, b] : [b, a];
  const pair: KeyPair = { column: from.column, to: to.column };
  return mapTable(dataset, from.table, (t) => {
    const same = t.join?.to === to.table ? t.join : undefined;
    const on = (same?.on ?? []).filter((p) => p.column !== pair.column && p.to !== pair.to);
    return { ...t, join: { to: to.table, kind: same?.kind ?? 'inner', on: [...on, pair] } };
  });
}

/** How many rows a join makes of one; nothing if there are as many as before. */
export const timesOf = (effect?: JoinEffect) =>
  effect && effect.before > 0 && effect.before !== effect.after ? `×${Number((effect.after / effect.before).toPrecision(2))}` : '';

/** A pair of columns that a table could be joined on. */
export interface JoinPair {
  own: End;
  other: End;
  label: string;
}

/**
 * The pairs on which a table can be joined to one before it: of one type, and called alike or both fit to be keys.
 * Those that are joined already are left out.
 */
export function joinPairs(dataset: Dataset, schema: TableInfo[], id: string): JoinPair[] {
  const tables = tablesOf(dataset);
  const at = tables.findIndex((t) => t.id === id);
  const table = tables[at];
  const info = (name: string) => schema.find((s) => s.name === name);
  const fits = (of: TableInfo, field: Field) =>
    field.type === 'text' ||
    field.kind === 'key' ||
    of.keys.includes(field.name) ||
    of.references.some((r) => r.columns.some((c) => c.column === field.name));
  const own = table && info(table.table);
  if (!own) return [];
  const before = tables.slice(0, at).filter((t) => (!table.join || t.id === table.join.to) && t.join?.kind !== 'unmatched');
  return before.flatMap((t) => {
    const other = info(t.table);
    if (!other) return [];
    const pairs = own.fields.flatMap((a) =>
      other.fields
        .filter((b) => a.type === b.type && (a.name === b.name || (fits(own, a) && fits(other, b))))
        .map((b) => [a.name, b.name] as const),
    );
    const open = pairs.filter(([a, b]) => !table.join?.on?.some((p) => p.column === a || p.to === b));
    // Columns of one name most likely mean the same.
    return open
      .sort(([a, b], [c, d]) => Number(c === d) - Number(a === b))
      .map(([a, b]) => ({
        own: { table: id, column: a },
        other: { table: t.id, column: b },
        label: a === b ? `${a}, as in ${t.table.replaceAll('_', ' ')}` : `${a} = ${b} of ${t.table.replaceAll('_', ' ')}`,
      }));
  });
}

export const setJoinKind = (dataset: Dataset, table: string, kind: JoinKind): Dataset => {
  const changed = mapTable(dataset, table, (t) => (t.join ? { ...t, join: { ...t.join, kind } } : t));
  // A table whose rows are only looked at to find those without a match has no values to show.
  return kind === 'unmatched' ? { ...changed, fields: (changed.fields ?? []).filter((f) => f.table !== table) } : changed;
};

export const disconnect = (dataset: Dataset, table: string, pair?: KeyPair): Dataset =>
  mapTable(dataset, table, (t) => {
    const on = pair ? (t.join?.on ?? []).filter((p) => p.column !== pair.column || p.to !== pair.to) : [];
    return { ...t, join: on.length && t.join ? { ...t.join, on } : null };
  });

/** Takes a table out, with its fields; tables that were joined to it wait for a new line. */
export const removeTable = (dataset: Dataset, id: string): Dataset => ({
  ...withTables(
    dataset,
    tablesOf(dataset)
      .filter((t) => t.id !== id)
      .map((t, i) => (t.join?.to === id || i === 0 ? { ...t, join: null } : t)),
  ),
  fields: (dataset.fields ?? []).filter((f) => f.table !== id),
});

export const fieldOfColumn = (dataset: Dataset, table: string, column: string): Field | undefined =>
  dataset.fields?.find((f) => f.table === table && (f.column ?? f.name) === column);

export function toggleColumn(dataset: Dataset, table: string, column: Field): Dataset {
  const fields = dataset.fields ?? [];
  const there = fieldOfColumn(dataset, table, column.name);
  if (there) return { ...dataset, fields: fields.filter((f) => f !== there) };
  const taken = (name: string) => fields.some((f) => f.name === name);
  let name = column.name;
  for (let n = 2; taken(name); n++) name = `${column.name}_${n}`;
  return { ...dataset, fields: [...fields, { ...column, name, table, column: name === column.name ? null : column.name }] };
}

export const setField = (dataset: Dataset, name: string, change: Partial<Field>): Dataset => ({
  ...dataset,
  fields: (dataset.fields ?? []).map((f) => (f.name === name ? { ...f, ...change } : f)),
});

export const removeField = (dataset: Dataset, name: string): Dataset => ({
  ...dataset,
  fields: (dataset.fields ?? []).filter((f) => f.name !== name),
});

export function moveField(dataset: Dataset, name: string, by: number): Dataset {
  const fields = [...(dataset.fields ?? [])];
  const at = fields.findIndex((f) => f.name === name);
  if (at < 0 || !fields[at + by]) return dataset;
  [fields[at], fields[at + by]] = [fields[at + by], fields[at]];
  return { ...dataset, fields };
}

export function addWorkedField(dataset: Dataset): Dataset {
  let n = 1;
  while (dataset.fields?.some((f) => f.name === `worked_out_${n}`)) n++;
  const number = dataset.fields?.find((f) => f.type === 'decimal' || f.type === 'whole');
  return {
    ...dataset,
    fields: [...(dataset.fields ?? []), { name: `worked_out_${n}`, type: 'decimal', scale: 2, expression: number?.name ?? '1' }],
  };
}

/** Numbers that somebody might add up. */
export const isSummable = (field: Field) =>
  field.kind !== 'key' && (field.type === 'whole' || field.type === 'decimal' || field.type === 'double');

export const isGroup = (c: Condition): c is Group => c.type === 'all' || c.type === 'any';

/** The conditions of the sentence as one group, whatever the filter is. */
export const groupOf = (filter: Condition | null | undefined): Group =>
  !filter ? { type: 'all', conditions: [] } : isGroup(filter) ? filter : { type: 'all', conditions: [filter] };

/** A group that holds nothing keeps every row. */
export const filterOf = (group: Group): Condition | null => (group.conditions?.length ? group : null);

const literal = (field: Field, value: string) =>
  field.type === 'text'
    ? `'${value.replaceAll("'", "''")}'`
    : field.type === 'date'
      ? `DATE '${value}'`
      : field.type === 'dateTime'
        ? `TIMESTAMP '${value}'`
        : value;

/** Takes words that are no name of a parameter for one that is. */
const parameterName = (words: string) =>
  words
    .replace(/[^\p{L}\p{N}]+/gu, '_')
    .replace(/^(\d)/, '_$1')
    .toLowerCase();

/**
 * Lets the reader give a condition's value: the parameter that fits its operator and its field, with the values of the
 * rows to choose from and what stood there as the default.
 */
export function askReader(
  dataset: Dataset,
  condition: FieldCondition & { type: 'field' },
): { condition: Condition; parameters: Parameter[] } {
  const field = dataset.fields?.find((f) => f.name === condition.field);
  const own = dataset.parameters ?? [];
  if (!field) return { condition, parameters: own };
  const is = condition.is ?? 'equal';
  const values = condition.values ?? [];
  const isTime = field.type === 'date' || field.type === 'dateTime';
  // A span of numbers is asked for by its two ends.
  if (is === 'between' && !isTime) {
    const low = askReader(dataset, { ...condition, is: 'atLeast', values: values.slice(0, 1) });
    const high = askReader({ ...dataset, parameters: low.parameters }, { ...condition, is: 'atMost', values: values.slice(1, 2) });
    return { condition: { type: 'all', conditions: [low.condition, high.condition] }, parameters: high.parameters };
  }
  const [start, words] =
    is === 'more' || is === 'atLeast' ? ['least_', 'at least'] : is === 'less' || is === 'atMost' ? ['most_', 'at most'] : ['', ''];
  const several = is === 'oneOf' || is === 'noneOf';
  const period = is === 'between';
  const listed = !period && !start && field.type !== 'bool' && ['equal', 'notEqual', 'oneOf', 'noneOf'].includes(is);
  const parameter: Parameter = {
    name: parameterName(`${start}${field.name}`),
    type: period ? 'date' : field.type,
    shape: period ? 'period' : several ? 'several' : 'single',
    label: `${caption(field)}${words ? `, ${words}` : ''}`,
    choices: listed ? { type: 'dataset', dataset: dataset.id, value: quoted(field.name), unfiltered: true } : null,
    default:
      values.length === 0
        ? several
          ? '*'
          : null
        : several
          ? JSON.stringify(values)
          : literal(period ? { ...field, type: 'date' } : field, values[0]),
    defaultEnd: period && values[1] ? literal({ ...field, type: 'date' }, values[1]) : null,
    every: several ? `every ${caption(field).toLowerCase()}` : null,
    required: values.length === 0 && !several,
  };
  const same = own.find(
    (p) => p.name.toLowerCase() === parameter.name && p.type === parameter.type && (p.shape ?? 'single') === parameter.shape,
  );
  if (!same)
    for (let n = 2; own.some((p) => p.name.toLowerCase() === parameter.name.toLowerCase()); n++)
      parameter.name = parameterName(`${start}${field.name}_${n}`);
  return { condition: { ...condition, values: [], parameter: (same ?? parameter).name }, parameters: same ? own : [...own, parameter] };
}

/** The type that a name in SQL by hand seems to ask for; its author can change it. */
export function guessedParameter(name: string): Parameter {
  const type = /(^|_)(from|to|since|until|date|day|on)(_|$)/i.test(name)
    ? 'date'
    : /(^|_)(id|no|number|count|least|most|min|max|limit|year)(_|$)/i.test(name)
      ? 'whole'
      : 'text';
  return { name, type, required: true };
}

/** A dataset that starts from another one, with all of its fields. */
export const startedFrom = ({ id, definition }: SavedDataset): Dataset => ({
  id: 'new',
  name: `${definition.name}, selected`,
  database: definition.database,
  source: { type: 'derived', dataset: id },
  fields: (definition.fields ?? []).filter((f) => !f.hidden).map(fieldOfBase),
});

/** A field of the dataset that another one starts from, as that one has it. */
export const fieldOfBase = (field: Field): Field => ({
  name: field.name,
  type: field.type,
  scale: field.scale,
  kind: field.kind,
  label: field.label,
  description: field.description,
  currency: field.currency,
  codes: field.codes,
});

export const isFieldCondition = (c: Condition): c is FieldCondition & { type: 'field' } => c.type === 'field';
