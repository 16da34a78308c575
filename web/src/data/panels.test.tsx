// @vitest-environment jsdom
import { screen, waitFor } from '@testing-library/react';
import { expect, test, vi } from 'vitest';
import { api } from '../api/client';
import { choose, stage, stageEdits, typeInto } from '../test/stage';
import { DatasetParameters } from './rows/DatasetParameters';
import { DerivedCard } from './DerivedCard';
import { NewDatasetButton } from './NewDatasetButton';
import { OrderSentence } from './rows/OrderSentence';
import { SqlEditor } from './SqlEditor';
import { StarterSetting } from './StarterSetting';
import type { Dataset } from './document/types';
import { UsedBy } from './UsedBy';
import { answer } from '../test/answers';

vi.mock('../code/CodeField', () => ({
  default: ({
    value,
    onChange,
    onSubmit,
    completions,
  }: {
    value: string;
    onChange: (v: string) => void;
    onSubmit: () => void;
    completions: { label: string }[];
  }) => (
    <>
      <textarea
        aria-label="SQL"
        value={value}
        onChange={(e) => onChange(e.target.value)}
        onKeyDown={(e) => {
          if (e.key === 'Enter') onSubmit();
        }}
      />
      <output>{completions.map((c) => c.label).join(' ')}</output>
    </>
  ),
}));

const dataset: Dataset = {
  id: 'd',
  name: 'Sailings',
  database: 'x',
  source: { type: 'table', table: 't' },
  fields: [
    { name: 'route', type: 'text' },
    { name: 'fare', type: 'decimal' },
    { name: 'id', type: 'whole', kind: 'key' },
  ],
};

test('reports with an earlier state are brought up to date, and what would break is named first', async () => {
  const use = {
    report: 'r',
    title: 'Fares',
    upToDate: false,
    added: [],
    uses: [],
    changed: [
      { field: 'fare', caption: 'Fare', now: null, uses: ['column Fare'] },
      { field: 'a', caption: 'A', now: 'b', uses: ['chart'] },
    ],
  };
  vi.spyOn(api, 'datasetUses').mockResolvedValue({
    reports: [use, { ...use, report: 'q', title: 'Quiet', upToDate: true, changed: [] }],
    datasets: ['On top'],
  });
  const follow = vi.spyOn(api, 'followDataset').mockResolvedValue([{ report: 'Fares', broken: ['column Fare uses Fare, which is gone'] }]);
  const user = stage(<UsedBy id="d" saved={1} />);
  await screen.findByText('Would lose Fare: column Fare');
  expect(document.body.textContent).toContain('On top starts from it');
  await user.click(screen.getByText('Bring up to date, 1 to mend'));
  expect(follow).toHaveBeenCalledWith('d', ['r']);
  expect((await screen.findByText(/brought up to date/)).textContent).toContain('To mend: Fares: column Fare uses Fare');
});

test('names in SQL are proposed as parameters, which completion offers then', async () => {
  vi.spyOn(api, 'describeSql').mockResolvedValue({
    fields: [{ name: 'route', type: 'text' }],
    parameters: ['from', 'sailed_from', 'sailed_to', 'region_every'],
  } as never);
  const { user, seen } = stageEdits(
    {
      ...dataset,
      source: { type: 'query', sql: '' },
      parameters: [
        { name: 'sailed', type: 'date', shape: 'period' },
        { name: 'region', type: 'text', every: 'every region' },
      ],
    },
    (now, edit) => <SqlEditor dataset={now} schema={[]} onEdit={edit} />,
  );
  await user.type(await screen.findByLabelText('SQL'), 'SELECT 1{Enter}');
  // The ends of a period and the flag of every one are named by the parameters that are there already.
  await screen.findByText('The SQL asks for :from.');
  await user.click(screen.getByText('Make a parameter of it'));
  expect(seen.now.parameters?.map((p) => [p.name, p.type])).toEqual([
    ['sailed', 'date'],
    ['region', 'text'],
    ['from', 'date'],
  ]);
  await waitFor(() => expect(document.querySelector('output')!.textContent).toBe(':sailed_from :sailed_to :region :from'));
});

test('a mistake in the SQL is said, and nothing is taken over', async () => {
  vi.spyOn(api, 'describeSql').mockRejectedValue(new Error('The SQL is not understood'));
  const { user, seen } = stageEdits({ ...dataset, source: { type: 'query', sql: 'SELECT a' } }, (now, edit) => (
    <SqlEditor dataset={now} schema={[]} onEdit={edit} />
  ));
  await user.type(await screen.findByLabelText('SQL'), ' FROM{Enter}');
  await screen.findByText('The SQL is not understood');
  expect(seen.now.source).toEqual({ type: 'query', sql: 'SELECT a' });
});

test('what new reports start with is a sentence; an empty one is none at all', async () => {
  const { user, seen } = stageEdits(dataset, (now, edit) => <StarterSetting dataset={now} onEdit={edit} />);
  await user.click(screen.getByRole('button', { name: /^New reports/ }));
  await choose(user, 'Starting columns', 'fare');
  await choose(user, 'Starting totals', 'fare');
  await choose(user, 'Starting group', 'route');
  expect(seen.now.starter).toMatchObject({ columns: ['fare'], totals: ['fare'], groupBy: 'route' });
  await choose(user, 'Starting columns', 'fare');
  await choose(user, 'Starting totals', 'fare');
  await choose(user, 'Starting group', 'nothing');
  expect(seen.now.starter).toBeNull();
});

test('values are tried for what readers will be asked', async () => {
  const tried = vi.fn();
  const { user } = stageEdits({ ...dataset, parameters: [{ name: 'least', type: 'whole' }] }, (now, edit) => (
    <DatasetParameters
      dataset={now}
      asked={[{ name: 'least', value: '15', words: '15' }]}
      tried={{}}
      problems={[]}
      onTry={tried}
      onEdit={edit}
    />
  ));
  expect(document.body.textContent).toContain('The rows shown are for :least = 15.');
  await typeInto(user, 'Try least', '60');
  expect(tried).toHaveBeenCalledWith({ least: '60' });
});

test('fields of the dataset that this one starts from are ticked and taken over as they are there', async () => {
  answer('/api/datasets/b', {
    id: 'b',
    version: 1,
    savedAt: '',
    definition: {
      id: 'b',
      name: 'Basis',
      database: 'x',
      source: { type: 'table', table: 't' },
      fields: [
        { name: 'route', type: 'text', table: 'r', column: 'name' },
        { name: 'outcome', type: 'text', expression: "'L'", codes: [{ code: 'L', label: 'Late' }] },
      ],
    },
  } as never);
  const { user, seen } = stageEdits(
    { ...dataset, source: { type: 'derived', dataset: 'b' }, fields: [{ name: 'way', type: 'text', column: 'route' }] },
    (now, edit) => <DerivedCard dataset={now} from="b" onEdit={edit} />,
  );
  expect((await screen.findByLabelText<HTMLInputElement>('route')).checked).toBe(true);
  await user.click(screen.getByLabelText('outcome'));
  expect(seen.now.fields?.[1]).toMatchObject({ name: 'outcome', codes: [{ label: 'Late' }] });
  expect(seen.now.fields?.[1].expression).toBeUndefined();
  await user.click(screen.getByLabelText('route'));
  expect(seen.now.fields?.map((f) => f.name)).toEqual(['outcome']);
});

test('rows are ordered by one field after another, each rising or falling', async () => {
  const { user, seen } = stageEdits(dataset, (now, edit) => (
    <OrderSentence dataset={now} mostRows={20_000_000} mostSeconds={60} onEdit={edit} />
  ));
  expect(document.body.textContent).toContain('at most 20,000,000 rows, within 60 seconds.');
  await choose(user, 'Order', 'route');
  await choose(user, 'Another order', 'fare');
  await choose(user, 'Direction', 'falling', 1);
  expect(seen.now.sort).toEqual([{ by: 'route' }, { by: 'fare', descending: true }]);
  await choose(user, 'Order', 'nothing: remove it');
  expect(seen.now.sort).toEqual([{ by: 'fare', descending: true }]);
  await choose(user, 'Order', 'the database itself');
  expect(seen.now.sort).toEqual([]);
});

test('limits are lowered by a number; anything else takes them away', async () => {
  const { user, seen } = stageEdits(dataset, (now, edit) => <OrderSentence dataset={now} onEdit={edit} />);
  await typeInto(user, 'Row limit', '100');
  await typeInto(user, 'Time limit in seconds', '5');
  expect(seen.now).toMatchObject({ rowLimit: 100, secondsLimit: 5 });
  expect(document.body.textContent).toContain('at most 100 rows, within 5 seconds.');
  await typeInto(user, 'Row limit', 'many');
  await typeInto(user, 'Time limit in seconds', '-1');
  expect(seen.now).toMatchObject({ rowLimit: null, secondsLimit: null });
});

test('a new dataset asks which database it reads only where there are several', async () => {
  const pick = vi.fn();
  const user = stage(
    <>
      <NewDatasetButton databases={['a']} onPick={pick}>
        One
      </NewDatasetButton>
      <NewDatasetButton databases={['a', 'b']} onPick={pick}>
        Two
      </NewDatasetButton>
      <NewDatasetButton databases={[]} onPick={pick}>
        None
      </NewDatasetButton>
    </>,
  );
  await user.click(screen.getByText('One'));
  await user.click(screen.getByText('Two'));
  await user.click(await screen.findByText('of b'));
  expect(pick.mock.calls).toEqual([['a'], ['b']]);
  expect(screen.getByText('None').ariaDisabled).toBe('true');
});
