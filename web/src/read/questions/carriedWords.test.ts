import { expect, test } from 'vitest';
import { carriedWords, namedParameters, periodWords } from './carriedWords';

test.each([
  ['2025-01-01', '2025-12-31', '2025'],
  ['2024-02-01', '2024-02-29', 'February 2024'],
  ['2025-04-01', '2025-06-30', 'Q2 2025'],
  ['2025-03-04', '2025-03-04', '4 Mar 2025'],
  ['2025-02-01', '2025-04-30', '1 Feb 2025 – 30 Apr 2025'],
  ['2024-12-01', '2024-12-31', 'December 2024'],
])('from %s to %s is said as %s', (from, to, words) => expect(periodWords(from, to)).toBe(words));

test('what a link carried is said with the captions of the target', () => {
  const parameters = [
    { name: 'route', label: 'Route', shape: 'single' as const, every: null },
    { name: 'region', label: 'Region', shape: 'several' as const, every: 'every region' },
    { name: 'from', label: null, shape: 'single' as const, every: null },
    { name: 'to', label: null, shape: 'single' as const, every: null },
    { name: 'when', label: null, shape: 'period' as const, every: null },
  ];
  expect(carriedWords({ route: 'Holm – Brae', from: '2025-01-01', to: '2025-01-31' }, parameters)).toEqual([
    'route Holm – Brae',
    'January 2025',
  ]);
  expect(carriedWords({ region: '*', when: '2025-01-01/2025-12-31', since: '2025-03-04' }, parameters)).toEqual([
    'every region',
    '2025',
    'since 4 Mar 2025',
  ]);
  expect(carriedWords({ region: '["a",null]', to: '2025-01-31', from: '2025-02-01' }, parameters)).toEqual([
    'region a, (empty)',
    'to 31 Jan 2025',
    'from 1 Feb 2025',
  ]);
});

test('codes are said by their labels', () => {
  const parameters = namedParameters({
    parameters: [
      { name: 'outcome', type: 'text', shape: 'several', choices: { type: 'dataset', dataset: 'd', value: 'outcome' } },
      { name: 'size', type: 'text', choices: { type: 'fixed', values: [{ value: 's', label: 'Small' }] } },
    ],
    datasets: [
      {
        id: 'd',
        name: 'D',
        database: 'x',
        source: { type: 'table', table: 't' },
        fields: [{ name: 'outcome', type: 'text', codes: [{ code: 'L', label: 'Late' }] }],
      },
    ],
  });
  expect(carriedWords({ outcome: '["L","T"]', size: 's' }, parameters)).toEqual(['outcome Late, T', 'size Small']);
  expect(carriedWords({ outcome: 'L' }, parameters)).toEqual(['outcome Late']);
});
