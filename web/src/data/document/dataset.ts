import type { JoinEffect, Parameter, SavedDataset } from '../../api/generated';
import type { Condition, Dataset, Field, FieldCondition, Group, JoinedTable, JoinKind, KeyPair } from './types';

/** Looking things up in a dataset being made, and changing it. What a change means for rows is the server's business. */
export const tablesOf = (dataset: Dataset): JoinedTable[] => (dataset.source.type === 'join' ? (dataset.source.tables ?? []) : []);

/** What a dataset is called until its author, or its first table, gives it a name. */
export const newName = 'New dataset';

/** A table as it is called within a sentence, and as a title. */
export const tableInWords = (table: string) => table.replaceAll('_', ' ');
export const spokenTable = (table: string) => table.charAt(0).toUpperCase() + tableInWords(table.slice(1));

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

/** @param written How a field is named in expressions. */
export function addWorkedField(dataset: Dataset, written: (name: string) => string): Dataset {
  let n = 1;
  while (dataset.fields?.some((f) => f.name === `worked_out_${n}`)) n++;
  const number = dataset.fields?.find((f) => f.type === 'decimal' || f.type === 'whole');
  const expression = number ? written(number.name) : '1';
  return {
    ...dataset,
    fields: [...(dataset.fields ?? []), { name: `worked_out_${n}`, type: 'decimal', scale: 2, expression }],
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
