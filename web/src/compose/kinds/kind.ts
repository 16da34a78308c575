import type { Element, ReportDefinition } from '../../api/generated';

/** What the interface knows of a kind of element. A new kind is one file with a value of this,
 * a line in the list, and a line in the list of panels. */
export interface KindView {
  /** For those who do not see it: “heading Passengers”. */
  name: (element: Element, definition: ReportDefinition) => string;
  /** The words that can be typed over; undefined if there are none. */
  words?: (element: Element, definition: ReportDefinition) => string | undefined;
  /** How it is dragged: freely, with its column, or not at all. */
  handle: 'free' | 'column' | 'none';
  /** True shows a corner by which its size is dragged. */
  hasCorner?: boolean;
}
