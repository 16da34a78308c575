import { expect, test } from 'vitest';
import { iso, periodProblem, presets, readPeriod, writePeriod } from './periods';

const of = (name: string, today: string) =>
  presets
    .find((p) => p.name === name)!
    .of(new Date(`${today}T00:00:00Z`))
    .map(iso);

test('presets are whole months, quarters and years, whatever the day', () => {
  expect(of('This month', '2024-02-10')).toEqual(['2024-02-01', '2024-02-29']);
  expect(of('Last month', '2025-01-31')).toEqual(['2024-12-01', '2024-12-31']);
  expect(of('This quarter', '2025-11-24')).toEqual(['2025-10-01', '2025-12-31']);
  expect(of('This year', '2025-12-31')).toEqual(['2025-01-01', '2025-12-31']);
  expect(of('Last year', '2025-01-01')).toEqual(['2024-01-01', '2024-12-31']);
  expect(of('Last 30 days', '2025-03-01')).toEqual(['2025-01-31', '2025-03-01']);
  expect(of('Last 12 months', '2025-03-15')).toEqual(['2024-04-01', '2025-03-31']);
});

test('periods are written as they are read, open ends included', () => {
  for (const [from, to] of [
    ['2025-01-01', '2025-03-31'],
    ['2025-01-01', ''],
    ['', '2025-03-31'],
    ['', ''],
  ])
    expect(readPeriod(writePeriod(from, to))).toEqual({ from, to });
  expect(readPeriod('2025-05-05')).toEqual({ from: '2025-05-05', to: '2025-05-05' });
  expect(periodProblem('2025-02-01', '2025-01-31')).not.toBe('');
  expect(periodProblem('2025-02-01', '')).toBe('');
});
