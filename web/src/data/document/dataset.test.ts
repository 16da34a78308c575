import { expect, test } from 'vitest';
import {
  addWorkedField,
  connect,
  disconnect,
  filterOf,
  groupOf,
  guessedParameter,
  moveField,
  removeTable,
  setJoinKind,
  tablesOf,
  toggleColumn,
} from './dataset';
import type { Condition, Dataset } from './types';

const dataset: Dataset = {
  id: 'd',
  name: 'D',
  database: 'x',
  source: {
    type: 'join',
    tables: [
      { id: 'b', table: 'bookings' },
      { id: 's', table: 'sailings' },
      { id: 'r', table: 'routes' },
    ],
  },
  fields: [
    { name: 'fare', type: 'decimal', table: 'b' },
    { name: 'departs', type: 'dateTime', table: 's' },
    { name: 'route', type: 'text', table: 'r', column: 'name' },
  ],
};
const joinOf = (d: Dataset, id: string) => tablesOf(d).find((t) => t.id === id)?.join;

test('a line joins the later table to the earlier one, whichever way it is drawn', () => {
  const drawn = connect(dataset, { table: 's', column: 'sailing_id' }, { table: 'b', column: 'sailing_id' });
  expect(joinOf(drawn, 's')).toEqual({ to: 'b', kind: 'inner', on: [{ column: 'sailing_id', to: 'sailing_id' }] });
  expect(connect(dataset, { table: 'b', column: 'sailing_id' }, { table: 's', column: 'sailing_id' })).toEqual(drawn);
  expect(connect(dataset, { table: 'b', column: 'x' }, { table: 'b', column: 'y' })).toBe(dataset);
});

test('a second line between the same tables makes a key of two columns, one to another table another join', () => {
  const one = connect(dataset, { table: 'r', column: 'a' }, { table: 's', column: 'a' });
  const two = setJoinKind(connect(one, { table: 's', column: 'b' }, { table: 'r', column: 'b' }), 'r', 'left');
  expect(joinOf(two, 'r')).toEqual({
    to: 's',
    kind: 'left',
    on: [
      { column: 'a', to: 'a' },
      { column: 'b', to: 'b' },
    ],
  });
  expect(joinOf(disconnect(two, 'r', { column: 'a', to: 'a' }), 'r')?.on).toEqual([{ column: 'b', to: 'b' }]);
  expect(joinOf(disconnect(two, 'r'), 'r')).toBeNull();
  expect(joinOf(connect(two, { table: 'b', column: 'c' }, { table: 'r', column: 'c' }), 'r')).toEqual({
    to: 'b',
    kind: 'inner',
    on: [{ column: 'c', to: 'c' }],
  });
});

test('a table goes with its fields, and what was joined to it waits for a new line', () => {
  const joined = connect(
    connect(dataset, { table: 'b', column: 'k' }, { table: 's', column: 'k' }),
    { table: 's', column: 'm' },
    { table: 'r', column: 'm' },
  );
  const without = removeTable(joined, 's');
  expect(without.fields?.map((f) => f.name)).toEqual(['fare', 'route']);
  expect(joinOf(without, 'r')).toBeNull();
  expect(setJoinKind(joined, 'r', 'unmatched').fields?.map((f) => f.name)).toEqual(['fare', 'departs']);
});

test('columns become fields and back; names stay unique', () => {
  const more = toggleColumn(dataset, 's', { name: 'fare', type: 'decimal' });
  expect(more.fields?.at(-1)).toMatchObject({ name: 'fare_2', column: 'fare', table: 's' });
  expect(toggleColumn(more, 's', { name: 'fare', type: 'decimal' }).fields).toHaveLength(3);
  expect(toggleColumn(dataset, 'r', { name: 'name', type: 'text' }).fields?.map((f) => f.name)).toEqual(['fare', 'departs']);
  expect(moveField(dataset, 'departs', -1).fields?.map((f) => f.name)).toEqual(['departs', 'fare', 'route']);
  expect(
    addWorkedField(addWorkedField(dataset, String), String)
      .fields?.slice(-2)
      .map((f) => f.name),
  ).toEqual(['worked_out_1', 'worked_out_2']);
});

test('a filter is one group of conditions', () => {
  expect(groupOf(null)).toEqual({ type: 'all', conditions: [] });
  const one: Condition = { type: 'field', field: 'fare', is: 'more', values: ['1'] };
  expect(groupOf(one)).toEqual({ type: 'all', conditions: [one] });
  expect(filterOf({ type: 'any', conditions: [one] })).toMatchObject({ type: 'any' });
  expect(filterOf({ type: 'all', conditions: [] })).toBeNull();
});

test('names in SQL are taken for parameters of the type they sound like', () => {
  expect(['from', 'booked_on', 'route_id', 'least_delay', 'region'].map((n) => guessedParameter(n).type)).toEqual([
    'date',
    'date',
    'whole',
    'whole',
    'text',
  ]);
});
