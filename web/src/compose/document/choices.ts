import { useQuery } from '@tanstack/react-query';
import { listChartChoicesOptions, listLooksOptions } from '../../api/generated/@tanstack/react-query.gen';
import type { ChartChoices, ElementChartElement, KeptLooks } from '../../api/generated';
import type { Choice } from '../../sentence/Blank';

/** What a change of a chart's settings comes to. */
export type ChangeChart = (change: Partial<ElementChartElement>) => void;

const nothing: ChartChoices = { types: [], palettes: [] };

/** The types and palettes that the server knows. */
export const useChartChoices = (): ChartChoices => useQuery({ ...listChartChoicesOptions(), staleTime: Infinity }).data ?? nothing;

/** Whether a mark of a chart stands for a range of numbers, and so has no single value. */
export function useHasRanges(): (chart: ElementChartElement) => boolean {
  const { types } = useChartChoices();
  return (chart) => chart.category.ranges != null || types.some((t) => t.id === chart.chart && t.ranges);
}

const noLooks: KeptLooks = { looks: [], palettes: [], reports: [] };

/** The looks and palettes that are kept by name. */
export const useKeptLooks = (): KeptLooks => useQuery({ ...listLooksOptions(), staleTime: 30_000 }).data ?? noLooks;

const list = (labels: Record<string, string>): Choice[] => Object.entries(labels).map(([value, label]) => ({ value, label }));

export const labelOf = (choices: Choice[], value: string) => choices.find((c) => c.value === value)?.label ?? value;

/** The settings of charts in the words of sentences. */
export const orders = list({
  category: 'in the order of their names',
  largestFirst: 'largest first',
  smallestFirst: 'smallest first',
  label: 'in the order of their labels',
  own: 'in an order of my own',
});
export const arrangements = list({
  beside: 'beside one another',
  stacked: 'on top of one another',
  shares: 'on top of one another, as shares',
  apart: 'each in a small chart of its own',
});
export const curves = list({ straight: 'straight', smooth: 'smooth', steps: 'in steps' });
export const legends = list({
  automatic: 'where it fits, if it is needed',
  none: 'nowhere',
  below: 'below',
  right: 'on the right',
  above: 'above',
  left: 'on the left',
});
export const aligns = list({ left: 'on the left', centre: 'in the middle', right: 'on the right' });
export const uprightAligns = list({ left: 'at the top', centre: 'in the middle', right: 'at the bottom' });
export const textShown = list({ automatic: 'where there is something to say', always: 'always', never: 'never' });
export const textSides = list({
  automatic: 'in its usual place',
  above: 'above',
  below: 'below',
  left: 'on the left',
  right: 'on the right',
});
export const fonts = list({ '': 'the usual font', sans: 'a plain font', serif: 'a font with serifs', mono: 'a font of one width' });
export const weights = list({ '': 'its usual weight', bold: 'bold', plain: 'not bold', italic: 'slanted', both: 'bold and slanted' });
export const markers = list({
  automatic: 'dots, if there is room',
  none: 'nothing',
  dot: 'dots',
  square: 'squares',
  diamond: 'diamonds',
  triangle: 'triangles',
  cross: 'crosses',
});
export const frameSides = list({
  '': 'on all sides',
  'top,bottom': 'above and below',
  top: 'above',
  bottom: 'below',
  'left,right': 'on the left and on the right',
  left: 'on the left',
  right: 'on the right',
});
export const lookParts = list({
  '': 'the whole look',
  colors: 'its colours',
  labels: 'its labels',
  axes: 'its axes',
  legend: 'its legend',
  words: 'the look of its words',
  slices: 'its slices and gaps',
  frame: 'its frame',
});
export const shows = list({ ifAllFit: 'if all of them fit', whereRoom: 'wherever one has room', never: 'never' });
export const places = list({ automatic: 'where it suits', inside: 'inside', outside: 'beyond its end' });
export const parts = list({ value: 'value', share: 'share', category: 'name', series: 'series' });
export const units = list({
  automatic: 'the unit that suits',
  ones: 'ones',
  thousands: 'thousands',
  millions: 'millions',
  billions: 'billions',
  percent: 'per cent of one',
  kilobytes: 'kB',
  megabytes: 'MB',
  gigabytes: 'GB',
});
export const sides = list({ automatic: 'the axis that suits', left: 'the left axis', right: 'the right axis' });
export const dashes = list({ solid: 'solid', dashed: 'dashed', dotted: 'dotted' });
export const trends = list({
  '': 'no trend',
  straight: 'a straight trend',
  growing: 'a trend that grows by a share',
  levellingOff: 'a trend that levels off',
  power: 'a power as its trend',
  curve: 'a curve as its trend',
  smoothed: 'its average over some',
});
export const measures = list({ average: 'the average', median: 'the median', highest: 'the highest', lowest: 'the lowest' });
