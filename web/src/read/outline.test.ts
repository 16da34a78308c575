import { expect, test } from 'vitest';
import { groupOn } from './side/Outline';

test('the outline marks what stands at the top of page 1, and later what began last', () => {
  const entries = [
    { page: 1, level: 1 },
    { page: 1, level: 2 },
    { page: 1, level: 2 },
    { page: 3, level: 1 },
    { page: 3, level: 2 },
    { page: null, level: 1 },
  ];
  expect([1, 2, 3, 9].map((page) => groupOn(page, entries))).toEqual([1, 2, 4, 4]);
});
