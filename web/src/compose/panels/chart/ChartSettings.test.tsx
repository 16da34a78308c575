// @vitest-environment jsdom
import { screen } from '@testing-library/react';
import { beforeEach, expect, test, vi } from 'vitest';
import type { ElementChartElement, ReportDefinition } from '../../../api/generated';
import { answer } from '../../../test/answers';
import { choose, stage } from '../../../test/stage';
import { useCompose } from '../../store/composeStore';
import { AxesSetting } from './AxesSetting';
import { LookSetting } from './LookSetting';
import { MarksSetting } from './MarksSetting';
import { RowsSetting } from './RowsSetting';
import { WordsSetting } from './WordsSetting';

const chart: ElementChartElement = {
  id: 'c',
  type: 'chart',
  width: 510,
  height: 180,
  category: { by: 'route' },
  values: [{ expression: 'sum(fare)' }, { expression: 'count(*)' }],
} as ElementChartElement;
const other = { ...chart, id: 'o', words: { title: { text: 'Other' } } };
const definition = {
  title: 'T',
  datasets: [{ id: 'd', name: 'D', fields: [{ name: 'route', type: 'text' }] }],
  sheets: [{ id: 's', sections: [{ id: 's1', dataset: 'd', reportHeader: { parts: [{ id: 'p', elements: [chart, other] }] } }] }],
} as unknown as ReportDefinition;
const section = definition.sheets![0].sections![0];
const change = vi.fn();
const type = {
  stacks: true,
  bends: false,
  mixes: true,
  axes: true,
  categoryAxis: true,
  lines: true,
  labels: true,
  columns: true,
  slices: false,
  ranges: false,
  combines: false,
  values: 1,
};

beforeEach(() => {
  change.mockClear();
  answer('/api/compose/chart-choices', {
    types: [
      { id: 'columns', words: 'columns', ...type },
      { id: 'lines', words: 'lines', ...type },
      { id: 'pie', words: 'a pie', ...type, mixes: false, axes: false, categoryAxis: false, lines: false, columns: false, slices: true },
      { id: 'histogram', words: 'a histogram', ...type, ranges: true },
    ],
    palettes: [
      { id: 'firth', name: 'Firth, eight colours', colors: ['#0B5D5B'] },
      { id: 'grey', name: 'Greys for print', colors: ['#1F2A30'] },
    ],
  });
  answer('/api/expressions/names', { route: 'route' });
  answer('/api/looks', { looks: [], palettes: [{ name: 'Own', colors: ['#112233'], alike: null }] });
  useCompose.setState({ definition, view: { bands: [] } as never });
});

test('rows and categories: how many, on which condition, without empties', async () => {
  const user = stage(<RowsSetting chart={chart} definition={definition} section={section} onChange={change} />);
  await user.click(screen.getByRole('button', { name: /^Rows and categories/ }));
  await choose(user, 'How many categories', 'the 10 largest');
  expect(change).toHaveBeenLastCalledWith({ category: { by: 'route', largest: 10 } });
  await choose(user, 'Rows without a category', 'but none without a name');
  expect(change).toHaveBeenLastCalledWith({ category: { by: 'route', leaveEmpty: true } });
  await choose(user, 'Outer category', 'within each route');
  expect(change).toHaveBeenLastCalledWith({ category: { by: 'route', within: 'route' } });
  expect(screen.queryByRole('button', { name: /^Width of ranges/ })).toBeNull();
});

test('ranges are offered where the type has them', async () => {
  const user = stage(<RowsSetting chart={{ ...chart, chart: 'histogram' }} definition={definition} section={section} onChange={change} />);
  await user.click(await screen.findByRole('button', { name: /^Rows and categories.*in ranges/ }));
  await user.click(screen.getByRole('button', { name: /^Width of ranges/ }));
  await user.click(await screen.findByText('A number of my own…'));
  await user.type(await screen.findByRole('textbox', { name: 'Width of ranges' }), '2,5{Enter}');
  expect(change).toHaveBeenLastCalledWith({ category: { by: 'route', ranges: { width: 2.5, count: null } } });
});

test('an axis runs from a number, in a unit; what is no number changes nothing', async () => {
  const user = stage(<AxesSetting chart={chart} onChange={change} />);
  await user.click(screen.getByRole('button', { name: /^Axes/ }));
  await user.click(await screen.findByRole('button', { name: /^Start of the left axis/ }));
  await user.click(await screen.findByText('A number of my own…'));
  await user.type(await screen.findByRole('textbox', { name: 'Start of the left axis' }), 'many{Enter}');
  expect(change).not.toHaveBeenCalled();
  await choose(user, 'Unit of the left axis', 'millions');
  expect(change).toHaveBeenLastCalledWith({ axes: { left: { unit: 'millions' } } });
  await choose(user, 'Scale of the right axis', 'in powers of ten');
  expect(change).toHaveBeenLastCalledWith({ axes: { right: { logarithmic: true } } });
  await choose(user, 'Dates on the axis', 'as names, without gaps');
  expect(change).toHaveBeenLastCalledWith({ axes: { category: { asNames: true } } });
});

test('marks: labels, a value of its own, a trend, a line across', async () => {
  const user = stage(<MarksSetting chart={chart} onChange={change} />);
  await user.click(screen.getByRole('button', { name: /^Marks/ }));
  await choose(user, 'Labels say', 'its value and its share');
  expect(change).toHaveBeenLastCalledWith({ labels: { says: ['value', 'share'] } });
  await screen.findByRole('button', { name: /^Value 2 drawn as/ });
  await choose(user, 'Value 2 drawn as', 'lines');
  expect(change).toHaveBeenLastCalledWith({ values: [chart.values[0], { expression: 'count(*)', drawnAs: 'lines' }] });
  await choose(user, 'Value 1 trend', 'a curve as its trend');
  expect(change).toHaveBeenLastCalledWith({ values: [{ expression: 'sum(fare)', trend: { kind: 'curve' } }, chart.values[1]] });
  await user.click(screen.getByRole('button', { name: 'Add a line across' }));
  expect(change).toHaveBeenLastCalledWith({ lines: [{ measure: 'average' }] });
});

test('slices are set for pies alone, within their bounds', async () => {
  const user = stage(<MarksSetting chart={{ ...chart, chart: 'pie' }} onChange={change} />);
  await user.click(screen.getByRole('button', { name: /^Marks/ }));
  await user.click(await screen.findByRole('button', { name: /^Tilt, degrees/ }));
  await user.click(await screen.findByText('A number of my own…'));
  await user.type(await screen.findByRole('textbox', { name: 'Tilt, degrees' }), '400{Enter}');
  expect(change).toHaveBeenLastCalledWith({ slices: { tilt: 60 } });
  expect(screen.queryByRole('button', { name: 'Add a line across' })).toBeNull();
  expect(screen.queryByRole('button', { name: /trend/ })).toBeNull();
});

test('the look: palettes, own colours, millimetres and pixels', async () => {
  const user = stage(<LookSetting chart={chart} definition={definition} onChange={change} />);
  await user.click(screen.getByRole('button', { name: /^Look/ }));
  await screen.findByText('Firth, eight colours');
  await choose(user, 'Palette', 'Greys for print');
  expect(change).toHaveBeenLastCalledWith({ palette: 'grey', colors: [] });
  await user.type(screen.getByLabelText('Own colours, in turn'), '#112233, #445566{Enter}');
  expect(change).toHaveBeenLastCalledWith({ colors: ['#112233', '#445566'] });
  const width = screen.getByLabelText('Width, mm or px');
  await user.clear(width);
  await user.type(width, '400 px{Enter}');
  expect(change).toHaveBeenLastCalledWith({ width: 300 });
});

test('words: a note, and the font of all small words', async () => {
  const props = { definition, section, onChange: change };
  const user = stage(<WordsSetting chart={chart} {...props} />);
  await user.click(screen.getByRole('button', { name: /^Words/ }));

  await user.type(screen.getByLabelText('Note below'), 'Without ferries at night{Enter}');
  expect(change).toHaveBeenLastCalledWith({ words: { note: { text: 'Without ferries at night', shown: undefined } } });
});
