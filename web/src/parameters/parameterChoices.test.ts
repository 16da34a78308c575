import { expect, test } from 'vitest';
import type { Parameter, ReportDefinition } from '../api/generated';
import { describeChoices, fieldOf, listOf } from './parameterChoices';

const parameters: Parameter[] = [
  { name: 'region', type: 'text' },
  { name: 'route', type: 'text' },
  { name: 'vessel', type: 'text' },
];
const report = {
  format: 'lucid-lattice/report',
  version: 1,
  title: 'T',
  parameters,
  datasets: [
    {
      id: 'd1',
      name: 'Sailings',
      database: 'x',
      source: { type: 'table', table: 't' },
      fields: [
        { name: 'region', type: 'text' },
        { name: 'route', type: 'text' },
        { name: 'two words', type: 'text' },
      ],
    },
  ],
} as unknown as ReportDefinition;

test('a picked field is told from a typed list', () => {
  expect(fieldOf('field d1 two words')).toEqual({ dataset: 'd1', name: 'two words' });
  expect(fieldOf('STD = Standard')).toBeUndefined();
  expect(listOf('STD = Standard\n\n RES ')).toEqual([
    { value: 'STD', label: 'Standard' },
    { value: 'RES', label: null },
  ]);
});

test('choices read as what they are', () => {
  const written = (name: string) => (name.includes(' ') ? `"${name}"` : name);
  expect(describeChoices(report, parameters[0], written)).toBe('typed freely');
  expect(describeChoices(report, { ...parameters[0], choices: { type: 'dataset', dataset: 'd1', value: '"two words"' } }, written)).toBe(
    'chosen from two words of Sailings',
  );
  expect(describeChoices(report, { ...parameters[0], choices: { type: 'dataset', dataset: 'gone', value: 'x' } }, written)).toContain(
    'gone',
  );
});
