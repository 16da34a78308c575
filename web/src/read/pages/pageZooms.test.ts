import { expect, test } from 'vitest';
import { larger, smaller, zoomFor } from './pageZooms';

test('every step up has a step down, and both ends stop', () => {
  for (let zoom = 0.25; zoom < 4; zoom = larger(zoom)) expect(smaller(larger(zoom))).toBeLessThanOrEqual(zoom);
  expect(larger(4)).toBe(4);
  expect(smaller(0.25)).toBe(0.25);
  expect([zoomFor('+', 1), zoomFor('-', 1), zoomFor('0', 3), zoomFor('a', 1)]).toEqual([1.25, 0.8, undefined, false]);
});
