import { expect, test } from 'vitest';
import { parameterFits, periodChoices, periodValues, periodWords, valuesKind } from './dateConditions';

test('years, quarters and months that the data has are offered, the latest first', () => {
  const values = (op: Parameters<typeof periodChoices>[0]) => periodChoices(op, '2023-11-05', '2025-02-28')?.map((c) => c.value);
  expect(values('inYear')).toEqual(['2025', '2024', '2023']);
  expect(values('inQuarter')).toEqual(['2025-01-01', '2024-10-01', '2024-07-01', '2024-04-01', '2024-01-01', '2023-10-01']);
  expect(values('inMonth')?.slice(0, 3)).toEqual(['2025-02-01', '2025-01-01', '2024-12-01']);
  expect(values('inMonth')).toHaveLength(16);
  expect(periodChoices('inYear')).toBeUndefined();
});

test('what is typed is kept as the condition has it, and said in words', () => {
  expect(periodValues('inLast', '30 days')).toEqual(['30', 'day']);
  expect(periodValues('inLast', '1 month')).toEqual(['1', 'month']);
  expect(periodWords('inLast', ['12', 'month'])).toBe('12 months');
  expect(periodWords('inLast', ['1', 'week'])).toBe('1 week');
  expect(periodWords('inMonth', ['2025-06-15'])).toBe('June 2025');
  expect(periodWords('inQuarter', ['2025-06-15'])).toBe('quarter 2 of 2025');
  expect(periodWords('inMonth', ['June'])).toBe('June');
});

test('a year is asked for by a number, and any other period by a day', () => {
  expect(parameterFits('inYear', { name: 'y', type: 'whole' }, 'date')).toBe(true);
  expect(parameterFits('inMonth', { name: 'd', type: 'date' }, 'dateTime')).toBe(true);
  expect(parameterFits('inMonth', { name: 'p', type: 'date', shape: 'period' }, 'date')).toBe(false);
  expect(parameterFits('equal', { name: 't', type: 'text' }, 'text')).toBe(true);
});

test('values stay where another operator takes the same', () => {
  expect(valuesKind('inMonth')).toBe(valuesKind('inWeek'));
  expect(valuesKind('current')).toBe(valuesKind('toDate'));
  expect(valuesKind('equal')).toBe(valuesKind('between'));
  expect(new Set((['inYear', 'inLast', 'current', 'inMonth', 'equal'] as const).map(valuesKind)).size).toBe(5);
});
