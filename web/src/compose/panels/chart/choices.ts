import { useQuery } from '@tanstack/react-query';
import { listChartChoicesOptions } from '../../../api/generated/@tanstack/react-query.gen';
import type { ChartChoices, ElementChartElement } from '../../../api/generated';
import type { Choice } from '../../../sentence/Blank';

/** What a change of a chart's settings comes to. */
export type ChangeChart = (change: Partial<ElementChartElement>) => void;

const nothing: ChartChoices = { types: [], palettes: [] };

/** The types and palettes that the server knows. */
export const useChartChoices = (): ChartChoices => useQuery({ ...listChartChoicesOptions(), staleTime: Infinity }).data ?? nothing;

const list = (labels: Record<string, string>): Choice[] => Object.entries(labels).map(([value, label]) => ({ value, label }));

export const labelOf = (choices: Choice[], value: string) => choices.find((c) => c.value === value)?.label ?? value;

/** The settings of charts in the words of sentences. */
export const orders = list({
  category: 'in the order of their names',
  largestFirst: 'largest first',
  smallestFirst: 'smallest first',
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
});
export const aligns = list({ left: 'on the left', centre: 'in the middle', right: 'on the right' });
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
