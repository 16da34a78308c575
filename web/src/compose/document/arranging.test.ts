import { expect, test } from 'vitest';
import type { Element } from '../../api/generated';
import { arranged, snap, type Arrangement, type Moved } from './arranging';

const box = (id: string, x: number, y: number, width: number, height: number) =>
  ({ type: 'box', id, x, y, width, height }) as unknown as Element;
const boxes = () => [box('a', 10, 5, 40, 20), box('b', 100, 0, 10, 10), box('c', 30, 40, 20, 10)];

/** The boxes after being arranged. */
function after(how: Arrangement, edges?: number[]) {
  const moved: Moved[] = arranged(boxes(), how, edges);
  return boxes().map((b) => ({ ...b, ...moved.find((m) => m.id === b.id) }) as unknown as Required<Moved>);
}

test('aligning puts one edge of all at the outermost of them, and moves nothing else', () => {
  expect(after('left').map((b) => b.x)).toEqual([10, 10, 10]);
  expect(new Set(after('right').map((b) => b.x + b.width))).toEqual(new Set([110]));
  expect(new Set(after('centre').map((b) => b.x + b.width / 2))).toEqual(new Set([60]));
  expect(after('top').map((b) => b.y)).toEqual([0, 0, 0]);
  expect(new Set(after('bottom').map((b) => b.y + b.height))).toEqual(new Set([50]));
  expect(after('left').map((b) => b.y)).toEqual([5, 0, 40]);
});

test('spreading leaves equal gaps between the first and the last', () => {
  const across = after('across').sort((a, b) => a.x - b.x);
  expect(across[0].x).toBe(10);
  expect(across[2].x + across[2].width).toBe(110);
  expect(across[1].x - across[0].x - across[0].width).toBeCloseTo(across[2].x - across[1].x - across[1].width);
});

test('to the columns means to the nearest of their edges', () => {
  const edges = [0, 35, 95, 130];
  expect(after('columnLeft', edges).map((b) => b.x)).toEqual([0, 95, 35]);
  expect(after('columnRight', edges).map((b) => b.x + b.width)).toEqual([40, 95, 35]);
  expect(after('columnWidth', edges).map((b) => [b.x, b.width])).toEqual([
    [0, 35],
    [95, 35],
    [35, 60],
  ]);
  const across = after('columnsAcross', edges).sort((a, b) => a.x - b.x);
  expect(across[0].x).toBe(0);
  expect(across[2].x + across[2].width).toBe(95);
  expect(across[1].x - across[0].width).toBeCloseTo(across[2].x - across[1].x - across[1].width);
});

test('the same size is that of the first', () => {
  expect(after('width').map((b) => b.width)).toEqual([40, 40, 40]);
  expect(after('height').map((b) => b.height)).toEqual([20, 20, 20]);
});

test('what is dragged is drawn to the nearest guide by an edge or its centre', () => {
  expect(snap(98, 20, [100, 130], 4)).toEqual({ by: 2, at: 100 });
  expect(snap(109, 20, [100, 130], 4)).toEqual({ by: 1, at: 130 });
  expect(snap(91, 20, [100], 4)).toEqual({ by: -1, at: 100 });
  expect(snap(50, 20, [100], 4)).toBeUndefined();
});
