import { expect, test } from 'vitest';
import type { Field } from '../../api/generated';
import { groupings, keyPatterns, orders, orderWords } from './levelChoices';

const fields = [
  { name: 'departs', type: 'dateTime' },
  { name: 'net fare', type: 'decimal', label: 'Fare' },
  { name: 'route', type: 'text' },
  { name: 'sailing_id', type: 'whole', kind: 'key' },
  { name: 'load', type: 'decimal', kind: 'share' },
] as Field[];
const written = (name: string) => (name.includes(' ') ? `"${name}"` : name);

test('dates are grouped by periods, texts by letters, numbers by ranges, keys by themselves', () => {
  const ways = groupings(fields, written);
  expect(ways.find((w) => w.label === 'month of departs')).toMatchObject({
    by: "date_trunc('month', departs)",
    pattern: 'LLLL yyyy',
  });
  expect(ways.map((w) => w.by)).toContain('upper(left(route, 1))');
  expect(ways.map((w) => w.by)).toContain('floor("net fare" / 100) * 100');
  expect(ways.filter((w) => w.by.includes('sailing_id'))).toHaveLength(1);
});

test('groups stand in the order of totals that make sense, and the sentence says so', () => {
  const known = orders(fields, written);
  expect(known.map((o) => o.orderBy)).toEqual(['count(*)', 'sum("net fare")', 'avg(load)']);
  const level = { id: 'l', name: 'Route', by: 'route', orderBy: 'sum("net fare")', descending: true };
  expect(orderWords(level, known, 'A to Z')).toBe('largest sum of fare first');
  expect(orderWords({ ...level, orderBy: null }, known, 'A to Z')).toBe('A to Z');
});

test('periods and parts of dates are written by name, and numbers stay possible', () => {
  const ways = groupings(fields, written);
  const month = ways.find((w) => w.label === 'month name of departs');
  expect(month).toMatchObject({ by: 'EXTRACT(MONTH FROM departs)', pattern: 'LLLL' });
  // Fiscal years are offered where they are other ones than those of the calendar.
  expect(ways.filter((w) => w.label.startsWith('fiscal'))).toEqual([]);
  const fiscal = groupings(fields, written, 4).filter((w) => w.label.startsWith('fiscal'));
  expect(fiscal.map((w) => w.by)).toEqual(['fiscal_year(departs, 4)', 'fiscal_quarter(departs, 4)']);
  expect(fiscal[0].hint).toContain('from April');
  // Whatever is offered first for a grouping is what it gets.
  for (const way of ways.filter((w) => keyPatterns(w.by).length)) expect(keyPatterns(way.by).map((p) => p.value)).toContain(way.pattern);
  expect(keyPatterns('route')).toEqual([]);
  expect(keyPatterns(month!.by).map((p) => p.label)).toContain('as 1');
});
