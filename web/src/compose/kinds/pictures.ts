import type { KindView } from './kind';

export const box: KindView = { name: () => 'box', handle: 'free', hasCorner: true };

export const image: KindView = {
  name: (element) => `image ${element.type === 'image' ? (element.words ?? '') : ''}`,
  handle: 'free',
  hasCorner: true,
};

export const code: KindView = {
  name: (element) => `code ${element.type === 'code' ? element.text : ''}`,
  handle: 'free',
  hasCorner: true,
};

export const checkbox: KindView = { name: () => 'checkbox', handle: 'free', hasCorner: true };

export const contents: KindView = { name: () => 'contents', handle: 'free', hasCorner: true };
