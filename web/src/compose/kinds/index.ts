import type { Element } from '../../api/generated';
import { chart } from './chart';
import { crosstab } from './crosstab';
import { cell, heading, total } from './column';
import type { KindView } from './kind';
import { line } from './line';
import { box, checkbox, code, contents, image } from './pictures';
import { text } from './text';

const kinds: Record<NonNullable<Element['type']>, KindView> = {
  text,
  heading,
  cell,
  total,
  line,
  box,
  image,
  code,
  checkbox,
  contents,
  chart,
  crosstab,
};

export const kindOf = (element: Element): KindView => kinds[element.type!];
