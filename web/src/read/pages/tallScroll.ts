/**
 * Browsers stop at some height of a scrolled area, long before 30,000 pages end. A list that is higher keeps a scrollbar
 * of a height that every browser can: small movements move the pages as far as the hand did, large ones (the scrollbar
 * being dragged) move them in proportion.
 */
export interface TallScroll {
  /** Where the browser's scrollbar stands. */
  scrollTop: number;
  /** Where the list really stands: the upper edge of what is seen, in the list's own height. */
  top: number;
}

export interface TallGeometry {
  /** The list's own height. */
  total: number;
  /** The height of what is seen. */
  view: number;
}

/** The height of the scrolled area, at most. */
export const mostHeight = 6_000_000;

export const scrolledHeight = ({ total }: TallGeometry) => Math.min(total, mostHeight);

const clamp = (value: number, most: number) => Math.max(0, Math.min(value, Math.max(0, most)));

/** This far from its ends the list is scrolled as it is, so that the scrollbar and the list end together. */
const ends = (g: TallGeometry) => Math.min(g.view * 8, mostHeight / 8);

/** The scrollbar's place that stands for a place in the list: in proportion, but for the ends. */
export function scrollTopFor(top: number, g: TallGeometry): number {
  const [real, shown, end] = [g.total - g.view, scrolledHeight(g) - g.view, ends(g)];
  const at = clamp(top, real);
  if (g.total <= mostHeight || at <= end) return at;
  if (real - at <= end) return shown - (real - at);
  return Math.round(end + ((at - end) / (real - 2 * end)) * (shown - 2 * end));
}

/** The place in the list that a place of the scrollbar stands for. */
function topFor(scrollTop: number, g: TallGeometry): number {
  const [real, shown, end] = [g.total - g.view, scrolledHeight(g) - g.view, ends(g)];
  if (scrollTop <= end) return scrollTop;
  if (shown - scrollTop <= end) return real - (shown - scrollTop);
  return end + ((scrollTop - end) / (shown - 2 * end)) * (real - 2 * end);
}

/**
 * What follows when the browser reports a new place of the scrollbar. The result's scrollTop differs from it where the
 * scrollbar has to be set right.
 */
export function scrolled(before: TallScroll, scrollTop: number, g: TallGeometry): TallScroll {
  const [real, shown] = [g.total - g.view, scrolledHeight(g) - g.view];
  if (g.total <= mostHeight) return { scrollTop, top: clamp(scrollTop, real) };
  const moved = scrollTop - before.scrollTop;
  const top = clamp(Math.abs(moved) < g.view * 4 ? before.top + moved : topFor(scrollTop, g), real);
  const near = ends(g);
  // Many small movements lead the scrollbar away from where it belongs; before it comes to an end, it is set right.
  const atEnd = scrollTop < near || scrollTop > shown - near || top < near || top > real - near;
  return { top, scrollTop: atEnd ? scrollTopFor(top, g) : scrollTop };
}
