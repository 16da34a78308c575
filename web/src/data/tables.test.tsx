// @vitest-environment jsdom
import { screen } from '@testing-library/react';
import { expect, test, vi } from 'vitest';
import { api } from '../api/client';
import type { CsvPreview, DatabaseInfo, DatasetView, TableInfo } from '../api/generated';
import { choose, stage, stageEdits } from '../test/stage';
import { CsvPanel } from './databases/CsvPanel';
import { JoinList } from './joins/JoinList';
import { JoinSentence } from './joins/JoinSentence';
import { FieldList } from './fields/FieldList';
import { FirstTable } from './joins/FirstTable';
import { NewDatasetButton } from './NewDatasetButton';
import type { Dataset } from './types';

const table = (name: string, rows: number | null): TableInfo => ({ name, isView: rows === null, fields: [{ name: 'id', type: 'whole' }], rows, keys: [], references: [], optional: [] });

test('a new dataset asks which database it reads only where there are several', async () => {
  const pick = vi.fn();
  const user = stage(<><NewDatasetButton databases={['a']} onPick={pick}>One</NewDatasetButton><NewDatasetButton databases={['a', 'b']} onPick={pick}>Two</NewDatasetButton><NewDatasetButton databases={[]} onPick={pick}>None</NewDatasetButton></>);
  await user.click(screen.getByText('One'));
  await user.click(screen.getByText('Two'));
  await user.click(await screen.findByText('of b'));
  expect(pick.mock.calls).toEqual([['a'], ['b']]);
  expect(screen.getByText<HTMLButtonElement>('None').disabled).toBe(true);
});

test('an empty dataset offers the tables to start with', async () => {
  const pick = vi.fn();
  const user = stage(<FirstTable schema={[table('ticket_classes', 5), table('sailing_income', null)]} onPick={pick} />);
  await user.click(screen.getByRole('button', { name: /ticket classes\s*5 rows/ }));
  expect(pick).toHaveBeenCalledWith('ticket_classes');
  expect(screen.getByRole('button', { name: /sailing income\s*view/ })).toBeTruthy();
});

test('numbers that a join repeats are marked, keys and texts are not', () => {
  const dataset: Dataset = { id: 'd', name: 'D', database: 'x', source: { type: 'join', tables: [] }, fields: [{ name: 'seats', type: 'whole' }, { name: 'id', type: 'whole', kind: 'key' }, { name: 'route', type: 'text' }, { name: 'fare', type: 'decimal' }] };
  stageEdits(dataset, (now, edit) => <FieldList dataset={now} view={{ problems: [], repeated: ['seats', 'id', 'route'] } as unknown as DatasetView} schema={[]} onSelect={() => {}} onEdit={edit} />);
  expect(screen.getAllByText('repeated').map((e) => e.parentElement!.textContent)).toEqual([expect.stringContaining('Seats')]);
});

test('a CSV file that comes again replaces its table, another one is added, and a third is a database of its own', async () => {
  const upload = vi.spyOn(api, 'uploadCsv').mockResolvedValue({ table: 'tides', rows: 2, bad: 1, badCells: [{ row: 1, column: 'h', text: 'n/a' }] });
  const preview: CsvPreview = { delimiter: ',', columns: [{ name: 'h', type: 'decimal', decimalComma: false, dates: 'yearFirst' }], rows: [['n/a']], badCells: [] };
  const own: DatabaseInfo[] = [{ name: 'harbour', isOwn: true, error: null, tables: [table('Tides', 7)] }];
  const done = vi.fn();
  const file = new File(['h\nn/a\n'], 'tides.csv');
  const user = stage(<CsvPanel file={file} preview={preview} own={own} onClose={() => {}} onDone={done} />);
  await user.click(screen.getByText('Replace 7 rows'));
  expect(upload).toHaveBeenLastCalledWith('harbour', 'tides', preview.columns, file, true);
  expect(done.mock.lastCall![0]).toContain('1 cell did not fit its type and is kept as written, the first in row 1: “n/a”');

  await user.clear(screen.getByLabelText('Name of the table'));
  await user.type(screen.getByLabelText('Name of the table'), 'currents{Enter}');
  await user.click(screen.getByText('Add the table'));
  expect(upload).toHaveBeenLastCalledWith('harbour', 'currents', preview.columns, file, false);

  await user.click(screen.getByRole('button', { name: 'Database: harbour' }));
  await user.click(await screen.findByText('a database of its own'));
  await user.click(screen.getByText('Make a database from it'));
  expect(upload).toHaveBeenLastCalledWith('tides', 'currents', preview.columns, file, false);
});

const keyed = (name: string, ...columns: string[]): TableInfo => ({ ...table(name, 3), keys: [columns[0]], fields: columns.map((c) => ({ name: c, type: c.endsWith('_id') ? 'whole' : c === 'seats' ? 'whole' : 'text', kind: c.endsWith('_id') ? 'key' : undefined })) });
const schema = [keyed('sailings', 'sailing_id', 'vessel_id', 'seats'), keyed('vessels', 'vessel_id', 'name', 'seats'), keyed('crews', 'crew_id', 'vessel_id', 'sailing_id')];

test('tables are joined without a mouse: each is listed with what it is joined to, and its columns are picked', async () => {
  const start: Dataset = { id: 'd', name: 'D', database: 'x', source: { type: 'join', tables: [{ id: 's', table: 'sailings' }, { id: 'v', table: 'vessels' }, { id: 'c', table: 'crews' }] }, fields: [{ name: 'crew_id', type: 'whole', table: 'c' }] };
  const select = vi.fn();
  const effects = [{ id: 'c', table: 'crews', before: 10, after: 25, repeats: true }];
  const { user, seen } = stageEdits(start, (now, edit) => <><JoinList dataset={now} effects={effects} onSelect={select} /><JoinSentence dataset={now} schema={schema} table="c" effect={effects[0]} onEdit={edit} /></>);
  expect(screen.getAllByText('joined to nothing yet')).toHaveLength(2);
  await user.click(screen.getByRole('button', { name: /vessels/ }));
  expect(select).toHaveBeenCalledWith('v');
  // A number that is no key is no reason to join.
  await user.click(screen.getByRole('button', { name: /^Join on/ }));
  expect((await screen.findAllByRole('menuitem')).map((m) => m.textContent)).not.toContain('crew_id = seats of vessels');
  await user.keyboard('{Escape}');
  await choose(user, 'Join on', 'sailing_id, as in sailings');
  expect(document.body.textContent).toContain('to sailings×2.5');
  await choose(user, 'Another pair', 'vessel_id, as in sailings');
  expect(seen.now.source).toMatchObject({ tables: [{}, {}, { join: { to: 's', kind: 'inner', on: [{ column: 'sailing_id', to: 'sailing_id' }, { column: 'vessel_id', to: 'vessel_id' }] } }] });
  expect(document.body.textContent).toContain('one of the sailings has several crews');
  await choose(user, 'Rows kept', 'only rows without a match');
  expect(document.body.textContent).toContain('missing for sailings');
  expect(seen.now.fields).toEqual([]);
  await user.click(screen.getByText('Take the join away'));
  await user.click(screen.getByText('Take the table out'));
  expect(seen.now.source).toMatchObject({ tables: [{ id: 's' }, { id: 'v' }] });
});
