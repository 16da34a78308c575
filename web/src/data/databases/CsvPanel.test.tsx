// @vitest-environment jsdom
import { screen } from '@testing-library/react';
import { expect, test, vi } from 'vitest';
import { api } from '../../api/client';
import type { CsvPreview, DatabaseInfo } from '../../api/generated';
import { stage } from '../../test/stage';
import { CsvPanel } from './CsvPanel';

test('a CSV file that comes again replaces its table, another one is added, and a third is a database of its own', async () => {
  const upload = vi
    .spyOn(api, 'uploadCsv')
    .mockResolvedValue({ table: 'tides', rows: 2, bad: 1, badCells: [{ row: 1, column: 'h', text: 'n/a' }] });
  const preview: CsvPreview = {
    delimiter: ',',
    columns: [{ name: 'h', type: 'decimal', decimalComma: false, dates: 'yearFirst' }],
    rows: [['n/a']],
    badCells: [],
    notes: ['Empty cells are no value.'],
  };
  const own: DatabaseInfo[] = [
    {
      name: 'harbour',
      isOwn: true,
      error: null,
      tables: [{ name: 'Tides', isView: false, fields: [], rows: 7, keys: [], references: [], optional: [] }],
    },
  ];
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
