import { expect, test } from 'vitest';
import type { Parameter, ReportDefinition } from '../api/generated';
import { choicesOfField, describeChoices, fieldOf, listOf } from './parameterChoices';

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

test('choices depend on the parameters before that name a field of the same rows', () => {
  expect(choicesOfField(report, parameters[1], 'd1', 'route')).toEqual({
    type: 'dataset',
    dataset: 'd1',
    value: 'route',
    filter: 'region IN :region',
  });
  expect(choicesOfField(report, parameters[0], 'd1', 'region')).toMatchObject({ filter: null });
  expect(choicesOfField(report, parameters[2], 'd1', 'two words')).toMatchObject({
    value: '"two words"',
    filter: 'region IN :region AND route IN :route',
  });
});

test('a picked field is told from a typed list', () => {
  expect(fieldOf('field d1 two words')).toEqual({ dataset: 'd1', name: 'two words' });
  expect(fieldOf('STD = Standard')).toBeUndefined();
  expect(listOf('STD = Standard\n\n RES ')).toEqual([
    { value: 'STD', label: 'Standard' },
    { value: 'RES', label: null },
  ]);
});

test('choices read as what they are', () => {
  expect(describeChoices(report, parameters[0])).toBe('typed freely');
  expect(describeChoices(report, { ...parameters[0], choices: { type: 'dataset', dataset: 'd1', value: '"two words"' } })).toBe(
    'chosen from two words of Sailings',
  );
  expect(describeChoices(report, { ...parameters[0], choices: { type: 'dataset', dataset: 'gone', value: 'x' } })).toContain('gone');
});
