// @vitest-environment jsdom
import { screen, waitFor } from '@testing-library/react';
import { expect, test, vi } from 'vitest';
import { api } from '../../api/client';
import type { DatasetUses, DatasetView } from '../../api/generated';
import { blank, choose, stageEdits, typeInto } from '../../test/stage';
import { FieldList } from './FieldList';
import type { Dataset } from '../document/types';

vi.mock('../../code/ExpressionEditor', () => ({ ExpressionEditor: () => null }));

const dataset: Dataset = {
  id: 'd',
  name: 'Sailings',
  database: 'x',
  source: { type: 'table', table: 'sailings' },
  fields: [
    { name: 'fare', type: 'decimal' },
    { name: 'status', type: 'text' },
  ],
};
const schema = [
  {
    name: 'sailings',
    isView: false,
    rows: 3,
    keys: [],
    references: [],
    optional: [],
    fields: [
      { name: 'price', type: 'decimal' as const },
      { name: 'status', type: 'text' as const },
    ],
  },
];
const view = {
  problems: [],
  field: {
    rows: 3,
    empty: 1,
    distinct: 2,
    misfits: 1,
    least: 'a',
    most: 'b',
    frequent: [
      { value: 'sailed', rows: 2 },
      { value: 'cancelled', rows: 1 },
    ],
  },
} as unknown as DatasetView;
const uses = {
  datasets: [],
  reports: [
    { report: 'r', title: 'Fares', upToDate: true, changed: [], added: [], uses: [{ field: 'fare', places: ['column Fare', 'chart'] }] },
  ],
} as DatasetUses;
const start = (selected: string) =>
  stageEdits(dataset, (now, edit) => (
    <FieldList dataset={now} view={view} schema={schema} uses={uses} selected={selected} onSelect={() => undefined} onEdit={edit} />
  ));

test('type, decimals, kind and currency are set in a sentence', async () => {
  const { user, seen } = start('fare');
  await choose(user, 'Decimals', '4 decimals');
  await choose(user, 'Kind', 'money');
  await typeInto(user, 'Currency', 'gbp');
  expect(seen.now.fields![0]).toMatchObject({ scale: 4, kind: 'money', currency: 'GBP' });
  expect(document.body.textContent).toContain('of which 1 not an exact decimal number');
});

test('a column that is gone is said to be, and another one takes its place under the same name', async () => {
  const { user, seen } = start('fare');
  expect(blank('Column').textContent).toBe('fare, which is gone');
  await choose(user, 'Column', 'price');
  expect(seen.now.fields![0]).toMatchObject({ name: 'fare', column: 'price' });
});

test('the values of the rows become codes, with labels, an order and colours', async () => {
  const { user, seen } = start('status');
  await user.click(screen.getByRole('button', { name: /^Codes/ }));
  await user.click(screen.getByText('Take the values of the rows'));
  expect(seen.now.fields![1].codes?.map((c) => c.code)).toEqual(['sailed', 'cancelled']);
  const label = screen.getAllByLabelText('What people read')[1];
  await user.clear(label);
  await user.type(label, 'Cancelled{Enter}');
  await user.click(screen.getByLabelText('Move Cancelled up'));
  expect(seen.now.fields![1].codes).toMatchObject([
    { code: 'cancelled', label: 'Cancelled' },
    { code: 'sailed', label: 'sailed' },
  ]);
  await user.click(screen.getByLabelText('Take sailed out'));
  expect(seen.now.fields![1].codes).toHaveLength(1);
});

test('a field is renamed by the server, which knows what else names it', async () => {
  const renamed = { ...dataset, fields: [{ name: 'price', type: 'decimal' as const, column: 'fare' }] };
  const call = vi.spyOn(api, 'renameField').mockResolvedValue(renamed as never);
  const { user, seen } = start('fare');
  const name = screen.getByLabelText('Name in expressions');
  await user.clear(name);
  await user.type(name, 'price{Enter}');
  expect(call).toHaveBeenCalledWith(expect.anything(), 'fare', 'price');
  await waitFor(() => expect(seen.now.fields).toEqual(renamed.fields));
});

test('where a field is used is shown, and said again when it is taken out', async () => {
  const { user, seen } = start('fare');
  expect(document.body.textContent).toContain('Used in column Fare of Fares; chart of Fares.');
  await user.click(screen.getByText('Take it out'));
  expect(seen.now.fields?.map((f) => f.name)).toEqual(['status']);
  expect((await screen.findByText(/Those reports go on with it/)).textContent).toContain('column Fare of Fares');
});

test('numbers that a join repeats are marked, keys and texts are not', () => {
  const joined: Dataset = {
    id: 'd',
    name: 'D',
    database: 'x',
    source: { type: 'join', tables: [] },
    fields: [
      { name: 'seats', type: 'whole' },
      { name: 'id', type: 'whole', kind: 'key' },
      { name: 'route', type: 'text' },
      { name: 'fare', type: 'decimal' },
    ],
  };
  stageEdits(joined, (now, edit) => (
    <FieldList
      dataset={now}
      view={{ problems: [], repeated: ['seats', 'id', 'route'] } as unknown as DatasetView}
      schema={[]}
      onSelect={() => {}}
      onEdit={edit}
    />
  ));
  expect(screen.getAllByText('repeated').map((e) => e.parentElement!.textContent)).toEqual([expect.stringContaining('Seats')]);
});
