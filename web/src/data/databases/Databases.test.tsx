// @vitest-environment jsdom
import { screen, waitFor, within } from '@testing-library/react';
import { beforeEach, expect, test, vi } from 'vitest';
import { api } from '../../api/client';
import type { DatabaseInfo, TableInfo } from '../../api/generated';
import { stage } from '../../test/stage';
import { Databases } from './Databases';
import { DataPage } from '../DataPage';
import { answer } from '../../test/answers';

const table = (name: string): TableInfo => ({
  name,
  isView: false,
  fields: [{ name: 'port_id', type: 'whole' }],
  rows: 10,
  keys: ['port_id'],
  references: [],
  optional: [],
});
const ferries: DatabaseInfo = { name: 'ferries', isOwn: false, error: null, tables: [table('ports')] };
const tides: DatabaseInfo = { name: 'tides', isOwn: true, error: null, tables: [table('heights')] };

beforeEach(() => {
  vi.restoreAllMocks();
  answer('/api/databases', [ferries, tides]);
  answer('/api/datasets/problems', []);
  answer('/api/datasets', []);
});

const upload = async (user: ReturnType<typeof stage>, name: string) => {
  await screen.findByText('ferries');
  const file = new File(['SQLite format 3'], name);
  await user.upload(screen.getByLabelText('Files to upload'), file);
  return file;
};

test('an uploaded database that comes again takes the place of the old one, or another name', async () => {
  const put = vi.spyOn(api, 'uploadDatabase').mockResolvedValue(tides);
  const broken = {
    id: 'd',
    name: 'Low water',
    problem: { code: 'field-missing', severity: 'error' as const, message: '', place: null, property: null, position: null, mends: null },
  };
  const user = stage(<Databases onStart={() => {}} />);
  const file = await upload(user, 'tides.sqlite');
  expect(put).not.toHaveBeenCalled();
  answer('/api/datasets/problems', [broken]);
  await user.click(await screen.findByText('Replace it by tides.sqlite'));
  expect(put).toHaveBeenLastCalledWith('tides', file, true);
  // Whatever does not find its columns any more is named.
  await screen.findByText(/1 dataset cannot be read now: Low water/);

  await upload(user, 'ferries.db');
  // A file that is only read is not replaced.
  await screen.findByText(/whose file is only ever read/);
  expect(screen.queryByText(/^Replace it/)).toBeNull();
  await user.click(screen.getByText('Call the new one “ferries 2”'));
  expect(put.mock.lastCall!.slice(0, 1)).toEqual(['ferries 2']);

  await upload(user, 'new.db');
  await waitFor(() => expect(put.mock.lastCall![0]).toBe('new'));
});

test('what reads a database is named before it is forgotten, and undo brings it back', async () => {
  vi.spyOn(api, 'databaseUses').mockResolvedValue({ datasets: ['Low water'], reports: ['Tides by port'] });
  const forget = vi.spyOn(api, 'forgetDatabase').mockResolvedValue(undefined);
  const restore = vi.spyOn(api, 'restoreDatabase').mockResolvedValue(undefined);
  const user = stage(<Databases onStart={() => {}} />);
  await user.click(await screen.findByLabelText('Forget tides'));
  await screen.findByText('Low water, Tides by port');
  await user.click(screen.getByText('Keep it'));
  expect(forget).not.toHaveBeenCalled();
  await user.click(screen.getByLabelText('Forget tides'));
  await user.click(await screen.findByText('Forget it nevertheless'));
  expect(forget).toHaveBeenCalledWith('tides');
  await user.click(await screen.findByText('Undo'));
  expect(restore).toHaveBeenCalledWith('tides');
});

test('a table shows its key and its first rows, and becomes a dataset; a path is registered under a name', async () => {
  vi.spyOn(api, 'lookAtDataset').mockResolvedValue({ columns: ['port_id'], rows: [['7']], count: 1, problems: [] } as never);
  const register = vi.spyOn(api, 'registerDatabase').mockResolvedValue(ferries);
  const start = vi.fn();
  const user = stage(<Databases onStart={start} />);
  await user.click(await screen.findByRole('button', { name: /heights/ }));
  await screen.findByText(/Key: port_id/);
  await screen.findByText('7');
  await user.click(screen.getByText('New dataset of it'));
  expect(start).toHaveBeenCalledWith('tides', 'heights');

  await user.click(screen.getByText('By its path…'));
  await user.type(screen.getByLabelText('Name'), 'winter{Enter}');
  await user.type(screen.getByLabelText('Path of a SQLite file on this machine'), '/data/winter.sqlite{Tab}');
  await user.click(screen.getByText('Register it'));
  await waitFor(() => expect(register).toHaveBeenCalledWith('winter', '/data/winter.sqlite'));
});

test('a dataset that cannot be read says so on its card, and what hangs on it is said before it goes', async () => {
  answer('/api/datasets', [
    {
      id: 'd',
      version: 1,
      savedAt: '',
      definition: {
        id: 'd',
        name: 'Low water',
        description: 'Below one metre',
        database: 'tides',
        source: { type: 'table', table: 'heights' },
        fields: [],
      },
    } as never,
  ]);
  answer('/api/datasets/problems', [
    {
      id: 'd',
      name: 'Low water',
      problem: {
        code: 'field-missing',
        severity: 'error',
        message: 'The field “height” is gone.',
        place: null,
        property: null,
        position: null,
        mends: ['Take it out.'],
      },
    },
  ]);
  vi.spyOn(api, 'datasetUses').mockResolvedValue({ reports: [], datasets: ['Neap tides'] });
  const remove = vi.spyOn(api, 'removeDataset').mockResolvedValue(undefined);
  const restore = vi.spyOn(api, 'restoreDataset').mockResolvedValue(undefined);
  const user = stage(<DataPage />);
  const card = await screen.findByRole('article', { name: 'Low water' });
  await within(card).findByText('The field “height” is gone. Take it out.');
  await user.click(within(card).getByText('Delete'));
  await within(card).findByText('Neap tides');
  await user.click(within(card).getByText('Delete it nevertheless'));
  expect(remove).toHaveBeenCalledWith('d');
  await user.click(await screen.findByText('Undo'));
  expect(restore).toHaveBeenCalledWith('d');
  await user.type(screen.getByLabelText('Find a dataset'), 'spring');
  await waitFor(() => expect(screen.queryByRole('article')).toBeNull());
});
