// @vitest-environment jsdom
import { screen } from '@testing-library/react';
import { beforeEach, expect, test, vi } from 'vitest';
import { api } from '../../api/client';
import { blank, choose, stageEdits, typeInto } from '../../test/stage';
import { FilterSentence } from './FilterSentence';
import type { Dataset } from '../document/types';

const dataset: Dataset = {
  id: 'd',
  name: 'Sailings',
  database: 'x',
  source: { type: 'table', table: 't' },
  fields: [
    { name: 'route', type: 'text' },
    { name: 'delay', type: 'whole' },
    {
      name: 'outcome',
      type: 'text',
      codes: [
        { code: 'L', label: 'Late' },
        { code: 'T', label: 'On time' },
      ],
    },
  ],
};
const start = (from: Dataset = dataset) => stageEdits(from, (now, edit) => <FilterSentence dataset={now} onEdit={edit} />);

beforeEach(() => {
  vi.restoreAllMocks();
  vi.spyOn(api, 'lookAtDataset').mockResolvedValue({
    field: {
      frequent: [
        { value: 'Holm – Brae', rows: 12 },
        { value: 'Aith – Voe', rows: 3 },
      ],
    },
  } as never);
});

test('a condition is said as a sentence: a field, an operator that suits it, and a value', async () => {
  const { user, seen } = start();
  expect(document.body.textContent).toContain('Keep every row.');
  await user.click(screen.getByText('Add a condition'));
  await choose(user, 'Field', 'delay');
  await user.click(blank('Operator'));
  expect(screen.queryByText('contains')).toBeNull();
  await user.click(screen.getByText('is between'));
  await typeInto(user, 'Value', '5 and 15');
  expect(seen.now.filter).toEqual({
    type: 'all',
    conditions: [expect.objectContaining({ field: 'delay', is: 'between', values: ['5', '15'] })],
  });
  expect(document.body.textContent).toContain('Keep rows where delay is between 5 and 15.');
});

test('values are picked from the rows, of several one after the other', async () => {
  const { user, seen } = start({ ...dataset, filter: { type: 'field', field: 'route', is: 'oneOf', values: [] } });
  for (const route of ['Holm – Brae', 'Aith – Voe', 'Holm – Brae']) {
    await screen.findByRole('button', { name: /^Value:/ });
    await choose(user, 'Value', route);
  }
  // What is picked twice is taken out again.
  expect(seen.now.filter).toMatchObject({ conditions: [{ values: ['Aith – Voe'] }] });
});

test('codes are picked by their labels, without looking at rows', async () => {
  const { user, seen } = start({ ...dataset, filter: { type: 'field', field: 'outcome', is: 'equal', values: [] } });
  await choose(user, 'Value', 'Late');
  expect(seen.now.filter).toMatchObject({ conditions: [{ field: 'outcome', values: ['L'] }] });
  expect(document.body.textContent).toContain('outcome is Late');
  expect(api.lookAtDataset).not.toHaveBeenCalled();
});

test('the reader is asked instead, and a value of one’s own takes the question back', async () => {
  const { user, seen } = start({ ...dataset, filter: { type: 'field', field: 'route', is: 'oneOf', values: [] } });
  vi.spyOn(api, 'askReader').mockImplementation(async () => ({
    condition: { type: 'field', field: 'route', is: 'oneOf', values: [], parameter: 'route' },
    parameters: [{ name: 'route', type: 'text', shape: 'several', every: 'every route' }],
  }));
  await choose(user, 'Value', 'Ask the reader');
  await screen.findByText(':route');
  expect(seen.now.parameters).toMatchObject([{ name: 'route', shape: 'several', every: 'every route' }]);
  expect(seen.now.filter).toMatchObject({ conditions: [{ parameter: 'route', values: [] }] });
  await choose(user, 'Asked for', 'A value of one’s own');
  expect(seen.now.filter).toMatchObject({ conditions: [{ parameter: null }] });
});

test('groups stand in brackets, as deep as one likes, and go with their last condition', async () => {
  const { user, seen } = start();
  await user.click(screen.getByText('Add a condition'));
  await user.click(screen.getByText('A group'));
  await choose(user, 'Group of conditions', 'Add a group here');
  expect(seen.now.filter).toMatchObject({
    type: 'all',
    conditions: [
      { type: 'field' },
      { type: 'any', conditions: [{ type: 'field' }, { type: 'field' }, { type: 'all', conditions: [{}, {}] }] },
    ],
  });
  expect(document.body.textContent).toMatch(
    /and \(route is not empty or route is not empty or \(route is not empty and route is not empty \+\) \+\)/,
  );
  await choose(user, 'Field', 'Take this condition away', 4);
  await choose(user, 'Field', 'Take this condition away', 3);
  expect(seen.now.filter).toMatchObject({ conditions: [{}, { type: 'any', conditions: [{ type: 'field' }, { type: 'field' }] }] });
  await choose(user, 'Group of conditions', 'Take this group away');
  await choose(user, 'Field', 'Take this condition away');
  expect(seen.now.filter).toBeNull();
});

test('a field that is gone is said to be', () => {
  start({ ...dataset, filter: { type: 'field', field: 'vessel', is: 'empty', values: [] } });
  expect(blank('Field').textContent).toBe('vessel, which is gone');
});
