import type { KindView } from './kind';

const title = (element: Parameters<KindView['name']>[0]) => (element.type === 'chart' ? (element.words?.title?.text ?? '') : '');

export const chart: KindView = {
  name: (element) => `chart ${title(element)}`.trim(),
  words: title,
  handle: 'free',
  hasCorner: true,
};
