import { findColumn } from '../definition';
import { ColumnPanel } from '../panels/ColumnPanel';
import { TotalPanel } from '../panels/TotalPanel';
import type { KindView } from './kind';

const headingOf: NonNullable<KindView['words']> = (element, definition) => findColumn(definition, element.column)?.heading;

export const heading: KindView = {
  name: (element, report) => `heading ${headingOf(element, report) ?? ''}`,
  words: headingOf,
  handle: 'column',
  Panel: ColumnPanel,
};

export const cell: KindView = { name: (element, report) => `cell ${headingOf(element, report) ?? ''}`, handle: 'none', Panel: ColumnPanel };

export const total: KindView = {
  name: (element, report) => `total ${headingOf(element, report) ?? ''}`,
  handle: 'none',
  Panel: TotalPanel,
};
