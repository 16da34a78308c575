import { BoxPanel } from '../panels/BoxPanel';
import { CheckboxPanel } from '../panels/CheckboxPanel';
import { CodePanel } from '../panels/CodePanel';
import { ImagePanel } from '../panels/ImagePanel';
import { ContentsPanel } from '../panels/ContentsPanel';
import type { KindView } from './kind';

export const box: KindView = { name: () => 'box', handle: 'free', hasCorner: true, Panel: BoxPanel };

export const image: KindView = {
  name: (element) => `image ${element.type === 'image' ? (element.words ?? '') : ''}`,
  handle: 'free',
  hasCorner: true,
  Panel: ImagePanel,
};

export const code: KindView = {
  name: (element) => `code ${element.type === 'code' ? element.text : ''}`,
  handle: 'free',
  hasCorner: true,
  Panel: CodePanel,
};

export const checkbox: KindView = { name: () => 'checkbox', handle: 'free', hasCorner: true, Panel: CheckboxPanel };

export const contents: KindView = { name: () => 'contents', handle: 'free', hasCorner: true, Panel: ContentsPanel };
