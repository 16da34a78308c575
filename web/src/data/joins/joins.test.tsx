// @vitest-environment jsdom
import { screen } from '@testing-library/react';
import { expect, test, vi } from 'vitest';
import { api } from '../../api/client';
import type { TableInfo } from '../../api/generated';
import { choose, stage, stageEdits } from '../../test/stage';
import type { Dataset } from '../document/types';
import { FirstTable } from './FirstTable';
import { JoinList } from './JoinList';
import { JoinSentence } from './JoinSentence';

const table = (name: string, rows: number | null): TableInfo => ({
  name,
  isView: rows === null,
  fields: [{ name: 'id', type: 'whole' }],
  rows,
  keys: [],
  references: [],
  optional: [],
});

test('an empty dataset offers the tables to start with', async () => {
  const pick = vi.fn();
  const user = stage(<FirstTable schema={[table('ticket_classes', 5), table('sailing_income', null)]} onPick={pick} />);
  await user.click(screen.getByRole('button', { name: /ticket classes\s*5 rows/ }));
  expect(pick).toHaveBeenCalledWith('ticket_classes');
  expect(screen.getByRole('button', { name: /sailing income\s*view/ })).toBeTruthy();
});

/** What the server finds that fits; it is asked anew when the joins have changed. */
const fitting = [
  { to: 's', column: 'sailing_id', other: 'sailing_id', label: 'sailing_id, as in sailings' },
  { to: 's', column: 'vessel_id', other: 'vessel_id', label: 'vessel_id, as in sailings' },
];

test('tables are joined without a mouse: each is listed with what it is joined to, and its columns are picked', async () => {
  const start: Dataset = {
    id: 'd',
    name: 'D',
    database: 'x',
    source: {
      type: 'join',
      tables: [
        { id: 's', table: 'sailings' },
        { id: 'v', table: 'vessels' },
        { id: 'c', table: 'crews' },
      ],
    },
    fields: [{ name: 'crew_id', type: 'whole', table: 'c' }],
  };
  vi.spyOn(api, 'joinPairs').mockResolvedValue(fitting);
  const select = vi.fn();
  const effects = [{ id: 'c', table: 'crews', before: 10, after: 25, repeats: true }];
  const { user, seen } = stageEdits(start, (now, edit) => (
    <>
      <JoinList dataset={now} effects={effects} onSelect={select} />
      <JoinSentence dataset={now} table="c" effect={effects[0]} onEdit={edit} />
    </>
  ));
  expect(screen.getAllByText('joined to nothing yet')).toHaveLength(2);
  await user.click(screen.getByRole('button', { name: /vessels/ }));
  expect(select).toHaveBeenCalledWith('v');
  await choose(user, 'Join on', 'sailing_id, as in sailings');
  expect(document.body.textContent).toContain('to sailings by sailing_id×2.5');
  await choose(user, 'Another pair', 'vessel_id, as in sailings');
  expect(seen.now.source).toMatchObject({
    tables: [
      {},
      {},
      {
        join: {
          to: 's',
          kind: 'inner',
          on: [
            { column: 'sailing_id', to: 'sailing_id' },
            { column: 'vessel_id', to: 'vessel_id' },
          ],
        },
      },
    ],
  });
  expect(document.body.textContent).toContain('one of the sailings has several crews');
  await choose(user, 'Rows kept', 'only rows without a match');
  expect(document.body.textContent).toContain('missing for sailings');
  expect(seen.now.fields).toEqual([]);
  await user.click(screen.getByText('Take the join away'));
  await user.click(screen.getByText('Take the table out'));
  expect(seen.now.source).toMatchObject({ tables: [{ id: 's' }, { id: 'v' }] });
});
