import type { Condition, Dataset, Field, FieldCondition, JoinedTable, JoinKind, KeyPair } from './types';

/** Looking things up in a dataset being made, and changing it. What a change means for rows is the server's business. */
export const tablesOf = (dataset: Dataset): JoinedTable[] => (dataset.source.type === 'join' ? dataset.source.tables ?? [] : []);

export const isJoin = (dataset: Dataset) => dataset.source.type === 'join';

const withTables = (dataset: Dataset, tables: JoinedTable[]): Dataset => ({ ...dataset, source: { type: 'join', tables } });

const mapTable = (dataset: Dataset, id: string, change: (t: JoinedTable) => JoinedTable) => withTables(dataset, tablesOf(dataset).map((t) => (t.id === id ? change(t) : t)));

export const moveTable = (dataset: Dataset, id: string, x: number, y: number) => mapTable(dataset, id, (t) => ({ ...t, x: Math.round(x), y: Math.round(y) }));

export interface End { table: string; column: string }

/** Joins two tables on a pair of columns. The later table is joined to the earlier one; a second pair between the same two makes a key of several columns. */
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

export const setJoinKind = (dataset: Dataset, table: string, kind: JoinKind): Dataset => {
  const changed = mapTable(dataset, table, (t) => (t.join ? { ...t, join: { ...t.join, kind } } : t));
  // A table whose rows are only looked at to find those without a match has no values to show.
  return kind === 'unmatched' ? { ...changed, fields: (changed.fields ?? []).filter((f) => f.table !== table) } : changed;
};

export const disconnect = (dataset: Dataset, table: string, pair?: KeyPair): Dataset => mapTable(dataset, table, (t) => {
  const on = pair ? (t.join?.on ?? []).filter((p) => p.column !== pair.column || p.to !== pair.to) : [];
  return { ...t, join: on.length && t.join ? { ...t.join, on } : null };
});

/** Takes a table out, with its fields; tables that were joined to it wait for a new line. */
export const removeTable = (dataset: Dataset, id: string): Dataset => ({
  ...withTables(dataset, tablesOf(dataset).filter((t) => t.id !== id).map((t, i) => (t.join?.to === id || i === 0 ? { ...t, join: null } : t))),
  fields: (dataset.fields ?? []).filter((f) => f.table !== id),
});

export const fieldOfColumn = (dataset: Dataset, table: string, column: string): Field | undefined => dataset.fields?.find((f) => f.table === table && (f.column ?? f.name) === column);

export function toggleColumn(dataset: Dataset, table: string, column: Field): Dataset {
  const fields = dataset.fields ?? [];
  const there = fieldOfColumn(dataset, table, column.name);
  if (there) return { ...dataset, fields: fields.filter((f) => f !== there) };
  const taken = (name: string) => fields.some((f) => f.name === name);
  let name = column.name;
  for (let n = 2; taken(name); n++) name = `${column.name}_${n}`;
  return { ...dataset, fields: [...fields, { ...column, name, table, column: name === column.name ? null : column.name }] };
}

export const setField = (dataset: Dataset, name: string, change: Partial<Field>): Dataset => ({ ...dataset, fields: (dataset.fields ?? []).map((f) => (f.name === name ? { ...f, ...change } : f)) });

export const removeField = (dataset: Dataset, name: string): Dataset => ({ ...dataset, fields: (dataset.fields ?? []).filter((f) => f.name !== name) });

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
  return { ...dataset, fields: [...(dataset.fields ?? []), { name: `worked_out_${n}`, type: 'decimal', scale: 2, expression: number?.name ?? '1' }] };
}

/** The conditions of the sentence, and whether all or any of them have to hold. */
export function sentenceOf(filter: Condition | null | undefined): { any: boolean; conditions: Condition[] } {
  if (!filter) return { any: false, conditions: [] };
  if (filter.type === 'all' || filter.type === 'any') return { any: filter.type === 'any', conditions: filter.conditions ?? [] };
  return { any: false, conditions: [filter] };
}

export const filterOf = (any: boolean, conditions: Condition[]): Condition | null => (conditions.length ? { type: any ? 'any' : 'all', conditions } : null);

export const isFieldCondition = (c: Condition): c is FieldCondition & { type: 'field' } => c.type === 'field';
