import { findColumn } from '../document/definition';
import type { KindView } from './kind';

const headingOf: NonNullable<KindView['words']> = (element, definition) => findColumn(definition, element.column)?.heading;

export const heading: KindView = {
  name: (element, report) => `heading ${headingOf(element, report) ?? ''}`,
  words: headingOf,
  handle: 'column',
};

export const cell: KindView = { name: (element, report) => `cell ${headingOf(element, report) ?? ''}`, handle: 'none' };

export const total: KindView = {
  name: (element, report) => `total ${headingOf(element, report) ?? ''}`,
  handle: 'none',
};
