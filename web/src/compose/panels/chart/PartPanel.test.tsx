// @vitest-environment jsdom
import { screen } from '@testing-library/react';
import { beforeEach, expect, test, vi } from 'vitest';
import type { ElementChartElement, ReportDefinition } from '../../../api/generated';
import { answer } from '../../../test/answers';
import { choose, stage } from '../../../test/stage';
import { placeFromPoint } from '../../document/chartPlaces';
import { useCompose } from '../../store/composeStore';
import { readGroup } from '../parts/GroupsSetting';
import { PartPanel } from './PartPanel';

const chart = {
  id: 'c',
  type: 'chart',
  category: { by: 'route' },
  series: { by: 'region' },
  values: [{ expression: 'sum(fare)' }],
} as ElementChartElement;
const view = {
  id: 'c',
  title: 'Fare by route',
  texts: { title: 'Fare by route' },
  series: [
    { name: 'North', key: 'N', value: 0, color: '#0B5D5B' },
    { name: 'West', key: 'W', value: 0, color: '#8FBEE0' },
  ],
  marks: [{ label: 'A, North', figure: '12', rows: 3, action: null, category: 'A', name: 'A', series: 0, color: '#0B5D5B' }],
  parts: [],
};
const change = vi.fn();
const replace = vi.fn();
const select = vi.fn();
const type = { id: 'columns', words: 'columns', labels: true, bends: false, axes: true, categoryAxis: true };

beforeEach(() => {
  for (const mock of [change, replace, select]) mock.mockClear();
  answer('/api/compose/chart-choices', { types: [type], palettes: [{ id: 'firth', name: 'Firth', colors: ['#0B5D5B', '#8FBEE0'] }] });
  const definition = { colors: [{ of: 'region', value: 'W', color: '#123456' }] } as unknown as ReportDefinition;
  useCompose.setState({ definition, view: { bands: [{ charts: [view] }] } as never, replace, select });
});

const show = (part: string, shown = chart) => stage(<PartPanel chart={shown} part={part} onChange={change} />);

test('a title is moved to another side, and the way leads back to the chart', async () => {
  const user = show('title', { ...chart, words: { title: { text: 'Own' } } } as ElementChartElement);
  await choose(user, 'Side of the title', 'on the left');
  expect(change).toHaveBeenLastCalledWith({ words: { title: { text: 'Own', side: 'left' } } });
  await choose(user, 'Title shown', 'never');
  expect(change).toHaveBeenLastCalledWith({ words: { title: { text: 'Own', shown: 'never' } } });
  await user.click(screen.getByRole('button', { name: 'Chart' }));
  expect(select).toHaveBeenLastCalledWith({ kind: 'element', id: 'c' });
});

test('one series of a split chart gets a look of its own, and others keep theirs', async () => {
  const own = { ...chart, series: { by: 'region', looks: [{ of: 'N', name: 'The north' }] } } as ElementChartElement;
  const user = show('series 1', own);
  await user.click(await screen.findByRole('button', { name: /^Colour of West:/ }));
  await user.click(await screen.findByRole('button', { name: '#8FBEE0' }));
  expect(change).toHaveBeenLastCalledWith({
    series: {
      by: 'region',
      looks: [
        { of: 'N', name: 'The north' },
        { of: 'W', look: { color: '#8FBEE0' } },
      ],
    },
  });
  await choose(user, 'Labels of West', 'labels of their own');
  expect(change.mock.lastCall![0].series.looks[1]).toEqual({ of: 'W', look: { labels: {} } });
});

test('a colour that holds everywhere is the report’s; taken away again it is nobody’s', async () => {
  const user = show('series 1');
  await user.click(await screen.findByRole('button', { name: /^Colour of West everywhere: #123456/ }));
  await user.click(await screen.findByRole('button', { name: 'as each chart has it' }));
  const changed = replace.mock.lastCall![0](useCompose.getState().definition);
  expect(changed.colors).toEqual([]);
});

test('a mark leads to its series and to all marks', async () => {
  const user = show('mark 0');
  await user.click(await screen.findByRole('button', { name: 'North…' }));
  expect(select).toHaveBeenLastCalledWith({ kind: 'element', id: 'c', part: 'series 0' });
  expect(screen.getByText(/from 3 rows/)).toBeTruthy();
});

test('where a title is dropped says on which side it stands, and where along it', () => {
  const frame = { left: 100, top: 50, width: 400, height: 200 };
  expect(placeFromPoint(120, 55, frame)).toEqual({ side: 'above', align: 'left' });
  expect(placeFromPoint(490, 150, frame)).toEqual({ side: 'right', align: 'centre' });
  expect(placeFromPoint(450, 245, frame)).toEqual({ side: 'below', align: 'right' });
});

test('a named group is read as it is written', () => {
  expect(readGroup('Islands: Northern Isles, West Firth')).toEqual({ name: 'Islands', keys: ['Northern Isles', 'West Firth'] });
  expect(readGroup('Islands')).toEqual({ name: 'Islands', keys: [] });
  expect(readGroup(' : a')).toBeUndefined();
});
