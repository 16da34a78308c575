import type { ChartText, ElementChartElement } from '../../api/generated';

/** The parts of a picture that are texts. */
export type TextPart = 'title' | 'subtitle' | 'categoryTitle' | 'valueTitle' | 'rightTitle' | 'note';

/** What the parts of a chart's picture are called. */
export const partNames: Record<string, string> = {
  title: 'Title',
  subtitle: 'Subtitle',
  categoryTitle: 'Category axis title',
  valueTitle: 'Value axis title',
  rightTitle: 'Right axis title',
  note: 'Note below',
  category: 'Category axis',
  left: 'Left axis',
  right: 'Right axis',
  plot: 'Marks',
  labels: 'Labels',
  legend: 'Legend',
};

const wordOf = {
  title: 'title',
  subtitle: 'subtitle',
  categoryTitle: 'category',
  valueTitle: 'value',
  rightTitle: 'right',
  note: 'note',
} as const;

export const isText = (part: string): part is TextPart => part in wordOf;

/** A text around a chart, and what changing it comes to. */
export function textOf(chart: ElementChartElement, part: TextPart) {
  const name = wordOf[part];
  return {
    text: chart.words?.[name] ?? {},
    change: (text: ChartText): Partial<ElementChartElement> => ({ words: { ...chart.words, [name]: text } }),
  };
}

/** “series 2” and “mark 14” name one of several: the kind, and its place. */
export function placeOf(part: string): { kind: string; at: number } {
  const [kind, at] = part.split(' ');
  return { kind, at: at === undefined ? -1 : Number(at) };
}
