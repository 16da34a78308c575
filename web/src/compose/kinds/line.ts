import type { KindView } from './kind';

export const line: KindView = { name: () => 'line', handle: 'free', hasCorner: true };
