import { TextPanel } from '../panels/TextPanel';
import type { KindView } from './kind';

export const text: KindView = {
  name: (element) => `text ${element.type === 'text' ? element.text : ''}`,
  words: (element) => (element.type === 'text' ? element.text : undefined),
  handle: 'free',
  hasCorner: true,
  Panel: TextPanel,
};
