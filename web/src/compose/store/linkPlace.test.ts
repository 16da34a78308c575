import { expect, test } from 'vitest';
import type { Link, ReportDefinition, Section } from '../../api/generated';
import { keyOf, linksOf, namesIn, sourcesAt, together, wordsOf, type LinkPlace } from './linkPlace';

const section = {
  id: 'main',
  dataset: 'd',
  levels: [
    { id: 'l1', name: 'Route', by: 'route' },
    { id: 'l2', name: 'Month', by: "date_trunc('month', departs)" },
  ],
} as Section;

const definition = {
  title: 'T',
  parameters: [{ name: 'from', type: 'date', label: 'From' }],
  datasets: [
    {
      id: 'd',
      name: 'D',
      database: 'x',
      source: { type: 'table', table: 't' },
      fields: [
        { name: 'route', type: 'text' },
        { name: 'hidden', type: 'text', hidden: true },
      ],
    },
  ],
  sheets: [{ id: 's', name: 'S', sections: [section] }],
} as unknown as ReportDefinition;

const at = (place: Partial<LinkPlace>): LinkPlace => ({ id: 'e', section, band: 'groupFooter', level: 2, ...place });
const keys = (place: Partial<LinkPlace>, whole = false) =>
  sourcesAt(
    at(place),
    definition,
    whole,
    (name) => name,
    (chart) => chart.chart === 'histogram',
  ).map((s) => s.value);

test('a place offers the groups around it, ends of periods, fields of its row, and the parameters', () => {
  expect(keys({})).toEqual(['level:l1', 'level:l2', 'level:l2:start', 'level:l2:end', 'parameter:from']);
  expect(keys({ level: 1 })).toEqual(['level:l1', 'parameter:from']);
  expect(keys({ band: 'detail', level: 0 })).toContain('expression:route');
  expect(keys({ band: 'detail', level: 0 })).not.toContain('expression:hidden');
});

test('a chart offers what is clicked, unless it is one link as a whole', () => {
  const chart = { type: 'chart', id: 'c', category: { by: "date_trunc('month', departs)" }, series: { by: 'route' } } as never;
  expect(keys({ chart, level: 0, band: 'reportHeader' })).toEqual([
    'category',
    'category:start',
    'category:end',
    'series',
    'parameter:from',
  ]);
  // The route is the series already, and hidden fields are not offered.
  expect(keys({ chart: { ...(chart as object), series: null } as never, level: 0, band: 'reportHeader' })).toContain('expression:route');
  expect(keys({ chart, level: 0, band: 'reportHeader' }, true)).toEqual(['parameter:from']);
});

test('every source is found again by its key, and what is gone is said', () => {
  const sources = sourcesAt(
    at({ band: 'detail', level: 0 }),
    definition,
    false,
    (name) => name,
    (chart) => chart.chart === 'histogram',
  );
  for (const { source, label } of sources) expect(wordsOf(source, sources)).toBe(label);
  expect(wordsOf(undefined, sources)).toBe('nothing yet');
  expect(wordsOf({ type: 'fixed', value: 'x' }, sources)).toBe('“x”');
  expect(wordsOf({ type: 'level', level: 'gone' }, sources)).toBe('something that is gone');
  expect(keyOf({ type: 'fixed', value: 'x' })).toBe('');
});

test('several links are one with others beside it', () => {
  const [a, b]: Link[] = [{ report: 'a' }, { report: 'b' }];
  expect(linksOf(together([a, b])).map((l) => l.report)).toEqual(['a', 'b']);
  expect(together([])).toBeNull();
  expect(linksOf(null)).toEqual([]);
  expect(namesIn('https://example.org/{{ pier }}?day={{day}}&again={{ pier }}')).toEqual(['pier', 'day']);
});
