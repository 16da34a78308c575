// @vitest-environment jsdom
import { screen, waitFor } from '@testing-library/react';
import { beforeEach, expect, test, vi } from 'vitest';
import { api } from '../api/client';
import type { Dataset, ReportDefinition } from '../api/generated';
import { blank, choose, stage } from '../test/stage';
import { useCompose } from './store/composeStore';
import { ExchangePanel } from './bar/ExchangePanel';
import { OutdatedBar } from './bar/OutdatedBar';
import { answer } from '../test/answers';

const kept: Dataset = {
  id: 'b',
  name: 'Bookings',
  description: 'Every booking',
  database: 'x',
  source: { type: 'table', table: 't' },
  fields: [
    { name: 'route', type: 'text' },
    { name: 'price', type: 'decimal' },
  ],
};
const definition = {
  format: 'f',
  version: 1,
  title: 'T',
  datasets: [{ ...kept, id: 'd1', name: 'Sailings', copyOf: 's' }],
  sheets: [{ id: 's', name: 'S', sections: [{ id: 's1', dataset: 'd1' }] }],
} as ReportDefinition;
const edit = vi.fn(async () => undefined);

beforeEach(() => {
  vi.restoreAllMocks();
  edit.mockClear();
  useCompose.setState({ definition, edit });
  vi.spyOn(api, 'lookAtDataset').mockResolvedValue({ columns: ['route'], rows: [['Holm – Brae']], count: 1, problems: [] } as never);
});

test('a dataset is found by one of its fields, looked at, mapped and exchanged', async () => {
  answer('/api/datasets', [
    { id: 'b', version: 1, savedAt: '', definition: kept },
    {
      id: 'o',
      version: 1,
      savedAt: '',
      definition: { ...kept, id: 'o', name: 'Other', description: null, fields: [{ name: 'tide', type: 'decimal' }] },
    },
  ] as never);
  vi.spyOn(api, 'proposeExchange').mockResolvedValue({
    next: kept,
    fields: [
      { field: 'route', caption: 'Route', now: 'route', uses: ['group Route'] },
      { field: 'fare', caption: 'Fare', now: null, uses: ['column Fare', 'chart'] },
    ],
  });
  const close = vi.fn();
  const user = stage(<ExchangePanel onClose={close} />);
  await screen.findByText('Other');
  await user.type(screen.getByLabelText('Find a dataset or a field'), 'price');
  expect(screen.queryByText('Other')).toBeNull();
  await user.click(screen.getByText('Rows'));
  await screen.findByText('Holm – Brae');
  await user.click(screen.getByText('Take it'));
  await screen.findByText('Exchange, 1 to mend');
  expect(document.body.textContent).toContain('column Fare, chart');
  await user.click(blank('Counterpart of Fare'));
  await user.click(await screen.findByText('Price'));
  await user.click(await screen.findByText('Exchange'));
  expect(edit).toHaveBeenCalledWith({ type: 'exchangeDataset', old: 'd1', next: kept, fields: { route: 'route', fare: 'price' } });
  await waitFor(() => expect(close).toHaveBeenCalled());
});

test('a field may be left to be mended', async () => {
  answer('/api/datasets', [{ id: 'b', version: 1, savedAt: '', definition: kept }] as never);
  vi.spyOn(api, 'proposeExchange').mockResolvedValue({
    next: kept,
    fields: [{ field: 'route', caption: 'Route', now: 'route', uses: ['group Route'] }],
  });
  const user = stage(<ExchangePanel onClose={() => undefined} />);
  await user.click(await screen.findByText('Take it'));
  await screen.findByText('Exchange');
  await choose(user, 'Counterpart of Route', 'nothing: to be mended');
  await user.click(screen.getByText('Exchange, 1 to mend'));
  expect(edit).toHaveBeenCalledWith(expect.objectContaining({ fields: {} }));
});

test('a change of the kept dataset is said with what it means here, and taken over or left for later', async () => {
  const copy = {
    id: 'd1',
    name: 'Sailings',
    next: kept,
    fields: { fare: 'price' },
    state: {
      upToDate: false,
      breaks: [],
      added: ['Tide'],
      changed: [
        { field: 'fare', caption: 'Fare', now: 'price', uses: ['column Fare'] },
        { field: 'vessel', caption: 'Vessel', now: null, uses: ['column Vessel'] },
      ],
    },
  };
  vi.spyOn(api, 'outdatedCopies').mockResolvedValue([copy] as never);
  const user = stage(<OutdatedBar />);
  expect((await screen.findByRole('status')).textContent).toContain(
    'Vessel is gone, which column Vessel would lose; fare is called price; new: Tide',
  );
  await user.click(screen.getByText('Take the change over'));
  expect(edit).toHaveBeenCalledWith({ type: 'exchangeDataset', old: 'd1', next: kept, fields: { fare: 'price' } });
  await user.click(screen.getByText('Later'));
  expect(screen.queryByRole('status')).toBeNull();
});

test('a report without copies asks nothing', () => {
  const ask = vi.spyOn(api, 'outdatedCopies');
  useCompose.setState({ definition: { ...definition, datasets: [{ ...definition.datasets![0], copyOf: null }] } });
  stage(<OutdatedBar />);
  expect(ask).not.toHaveBeenCalled();
});
