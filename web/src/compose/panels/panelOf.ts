import type { ComponentType } from 'react';
import type { Element } from '../../api/generated';
import type { Placed } from '../document/definition';
import { ChartPanel } from './chart/ChartPanel';
import { CrosstabPanel } from './crosstab/CrosstabPanel';
import { BoxPanel } from './elements/BoxPanel';
import { CheckboxPanel } from './elements/CheckboxPanel';
import { CodePanel } from './elements/CodePanel';
import { ColumnPanel } from './elements/ColumnPanel';
import { ContentsPanel } from './elements/ContentsPanel';
import { ImagePanel } from './elements/ImagePanel';
import { LinePanel } from './elements/LinePanel';
import { TextPanel } from './elements/TextPanel';
import { TotalPanel } from './elements/TotalPanel';

type ElementPanel = ComponentType<{ placed: Placed }>;

/** The sentence and the settings of each kind of element. */
const panels: Record<NonNullable<Element['type']>, ElementPanel> = {
  text: TextPanel,
  heading: ColumnPanel,
  cell: ColumnPanel,
  total: TotalPanel,
  line: LinePanel,
  box: BoxPanel,
  image: ImagePanel,
  code: CodePanel,
  checkbox: CheckboxPanel,
  contents: ContentsPanel,
  chart: ChartPanel,
  crosstab: CrosstabPanel,
};

export const panelOf = (element: Element): ElementPanel => panels[element.type!];
