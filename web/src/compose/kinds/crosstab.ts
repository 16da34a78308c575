import { CrosstabPanel } from '../panels/crosstab/CrosstabPanel';
import { fieldsOf, isCrosstab } from '../panels/crosstab/fields';
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
  Panel: CrosstabPanel,
};
