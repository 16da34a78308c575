import type { Alignment } from '../../api/generated';

type Side = 'above' | 'below' | 'left' | 'right';

/** The side of a frame that a point is nearest to, measured in parts of the frame, and where along that side it lies. */
export function placeFromPoint(
  x: number,
  y: number,
  frame: { left: number; top: number; width: number; height: number },
): { side: Side; align: Alignment } {
  const [across, down] = [(x - frame.left) / frame.width, (y - frame.top) / frame.height];
  const away: Record<Side, number> = { above: down, below: 1 - down, left: across, right: 1 - across };
  const side = (Object.keys(away) as Side[]).reduce((a, b) => (away[b] < away[a] ? b : a));
  const along = side === 'above' || side === 'below' ? across : down;
  return { side, align: along < 1 / 3 ? 'left' : along > 2 / 3 ? 'right' : 'centre' };
}
