import { expect, test } from 'vitest';
import type { TableInfo } from '../../api/generated';
import { tableWords } from './tableWords';

const table = (change: Partial<TableInfo>): TableInfo => ({
  name: 'calls',
  isView: false,
  fields: [],
  rows: 2,
  keys: [],
  references: [],
  optional: [],
  problem: null,
  ...change,
});

test('a table is a number of rows, a view is a view, and what could not be looked at says so', () => {
  expect(tableWords(table({}))).toBe('2 rows');
  expect(tableWords(table({ rows: 1 }))).toBe('1 row');
  expect(tableWords(table({ rows: null }))).toBe('large table');
  expect(tableWords(table({ isView: true, rows: null }))).toBe('view');
  expect(tableWords(table({ isView: true, rows: null, problem: 'It takes long.' }))).toBe('not looked at');
});
