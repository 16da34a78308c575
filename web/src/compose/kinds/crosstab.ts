import { fieldsOf, isCrosstab } from '../document/fields';
import type { KindView } from './kind';

export const crosstab: KindView = {
  name: (element) =>
    `crosstab ${
      isCrosstab(element)
        ? fieldsOf(element)
            .map((f) => f.name)
            .join(' by ')
        : ''
    }`.trim(),
  handle: 'free',
  hasCorner: true,
};
