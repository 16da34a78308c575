import { expect, test } from 'vitest';
import { mostHeight, scrolled, scrolledHeight, scrollTopFor, type TallScroll } from './tallScroll';

const view = 700;
const tall = { total: 30_000 * 1139, view };

test('a list that every browser can hold is scrolled as it is', () => {
  const g = { total: 5000, view };
  expect(scrolledHeight(g)).toBe(5000);
  expect(scrolled({ scrollTop: 0, top: 0 }, 1234, g)).toEqual({ scrollTop: 1234, top: 1234 });
  expect(scrollTopFor(99_999, g)).toBe(4300);
});

test('small movements move the pages as far, anywhere in a list of 30,000 pages', () => {
  for (const start of [0, 5000, 1_000_000, tall.total / 2, tall.total - view - 5000]) {
    let at: TallScroll = { scrollTop: scrollTopFor(start, tall), top: start };
    for (let i = 0; i < 200; i++) {
      const next = scrolled(at, at.scrollTop + 120, tall);
      expect(next.top - at.top).toBeCloseTo(Math.min(120, tall.total - view - at.top), 6);
      at = next;
    }
  }
});

test('wheel turns alone lead from one end to the other and back, and never get stuck', () => {
  const g = { total: mostHeight * 2, view };
  let at: TallScroll = { scrollTop: 0, top: 0 };
  const turn = (by: number) => {
    // The browser stops the scrollbar at its own ends.
    at = scrolled(at, Math.max(0, Math.min(at.scrollTop + by, scrolledHeight(g) - view)), g);
  };
  for (let i = 0; i < 6000 && at.top < g.total - view; i++) turn(2400);
  expect(at.top).toBe(g.total - view);
  for (let i = 0; i < 6000 && at.top > 0; i++) turn(-2400);
  expect(at).toEqual({ top: 0, scrollTop: 0 });
});

test('dragging the scrollbar goes to the same part of the list, its ends included', () => {
  const shown = scrolledHeight(tall) - view;
  const at: TallScroll = { scrollTop: 0, top: 0 };
  expect(scrolled(at, shown / 2, tall).top).toBeCloseTo((tall.total - view) / 2, 0);
  expect(scrolled(at, shown, tall).top).toBe(tall.total - view);
  expect(scrolled({ scrollTop: shown, top: tall.total - view }, 0, tall).top).toBe(0);
});
