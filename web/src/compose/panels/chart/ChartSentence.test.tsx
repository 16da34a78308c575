// @vitest-environment jsdom
import { screen } from '@testing-library/react';
import { beforeEach, expect, test, vi } from 'vitest';
import type { ElementChartElement, ReportDefinition } from '../../../api/generated';
import { answer } from '../../../test/answers';
import { choose, stage } from '../../../test/stage';
import { useCompose } from '../../store/composeStore';
import { ChartSentence } from './ChartSentence';
import { RowsSource } from './RowsSource';

const definition = {
  format: 'lucid-lattice/report',
  version: 3,
  title: 'T',
  datasets: [
    {
      id: 'd',
      name: 'Sailings',
      database: 'x',
      source: { type: 'table', table: 's' },
      fields: [
        { name: 'route', type: 'text' },
        { name: 'ticket class', type: 'text' },
        { name: 'fare', type: 'decimal' },
      ],
    },
  ],
  sheets: [{ id: 's', name: 'S', sections: [{ id: 's1', dataset: 'd' }] }],
} as unknown as ReportDefinition;
const chart: ElementChartElement = { id: 'c', category: { by: 'route' }, values: [{ expression: 'sum(fare)' }] };
const change = vi.fn();

beforeEach(() => {
  change.mockClear();
  answer('/api/compose/chart-choices', {
    palettes: [],
    types: [
      { id: 'columns', words: 'columns', stacks: true, bends: false },
      { id: 'lines', words: 'lines', stacks: true, bends: true },
      { id: 'pie', words: 'a pie', stacks: false, bends: false },
    ],
  });
  answer('/api/datasets', []);
  answer('/api/expressions/aggregates', [{ name: 'sum', noun: 'sum', gesture: 'Add it up' }]);
  answer('/api/expressions/names', { route: 'route', 'ticket class': '"ticket class"', fare: 'fare' });
  const charts = [{ id: 'c', title: '', marks: [], unsuited: { pie: 'A pie shows one series.' } }];
  useCompose.setState({ definition, view: { bands: [{ charts }] } as never });
});

const section = definition.sheets![0].sections![0];
const show = (shown: ElementChartElement, group?: string) =>
  stage(
    <ChartSentence
      chart={shown}
      definition={definition}
      section={section}
      source={<RowsSource chart={shown} definition={definition} section={section} level={group ? 1 : 0} group={group} onChange={change} />}
      onChange={change}
    />,
  );

test('a chart is split, gets another value, and is drawn as something else', async () => {
  const user = show(chart);
  await screen.findByText('sum of fare');
  await choose(user, 'Series', 'ticket class');
  expect(change).toHaveBeenLastCalledWith({ series: { by: '"ticket class"', pattern: null } });
  await choose(user, 'Another value', 'number of rows');
  expect(change).toHaveBeenLastCalledWith({ values: [{ expression: 'sum(fare)' }, { expression: 'count(*)' }] });
  await user.click(screen.getByRole('button', { name: /^Type of chart/ }));
  await screen.findByRole('button', { name: /^lines/ });
  // The types are one stop, and arrows lead through them.
  await user.keyboard('{ArrowRight}{Enter}');
  expect(change).toHaveBeenLastCalledWith({ chart: 'lines' });
  await choose(user, 'Order of categories', 'largest first');
  expect(change).toHaveBeenLastCalledWith({ category: { by: 'route', order: 'largestFirst' } });
});

test('what a type cannot do is not offered, and why one does not suit is said beside it', async () => {
  const user = show(chart);
  expect(screen.queryByRole('button', { name: /^Arrangement/ })).toBeNull();
  expect(screen.queryByRole('button', { name: /^Lines/ })).toBeNull();
  await user.click(await screen.findByRole('button', { name: /^Type of chart/ }));
  expect((await screen.findByRole('button', { name: /^a pie/ })).textContent).toContain('A pie shows one series.');
});

test('several series are arranged, lines are bent, and a value is taken away again', async () => {
  const user = show({ ...chart, chart: 'lines', values: [...chart.values, { expression: 'count(*)' }] }, 'region');
  await screen.findByRole('button', { name: /^Arrangement/ });
  await choose(user, 'Arrangement', 'on top of one another, as shares');
  expect(change).toHaveBeenLastCalledWith({ arrangement: 'shares' });
  await choose(user, 'Lines', 'smooth');
  expect(change).toHaveBeenLastCalledWith({ curve: 'smooth' });
  await choose(user, 'Value 2', 'nothing: remove it');
  expect(change).toHaveBeenLastCalledWith({ values: chart.values });
  await choose(user, 'Rows drawn', 'every row of this report');
  expect(change).toHaveBeenLastCalledWith({ rows: 'all' });
});
