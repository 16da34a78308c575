import { describe, expect, test } from 'vitest';
import { readAddress, visible, writeAddress, type Step } from './address';

const step = (report: string, values: Record<string, string> = {}, open: Step['open'] = 'beside'): Step => ({ report, values, open });

function roundTrip(steps: Step[], draft = false) {
  const url = new URL(writeAddress({ steps, draft }), 'http://localhost');
  return readAddress(decodeURIComponent(url.pathname.split('/')[2]), url.searchParams);
}

describe('a reading address', () => {
  test('holds the report, its values and the whole trail, whatever they contain', () => {
    const nasty = ['Holm – Brae', 'a&b=c', '100 %', '?x#y', '~then', '+1', "O'Brien", '日本', ' '];
    for (const value of nasty) {
      const steps = [
        step('route-performance', { from: '2025-01-01', text: value }, 'here'),
        step('detail', { route: value }),
        step('log', { route: value, no: '7' }, 'here'),
      ];
      expect(roundTrip(steps)).toEqual({ steps, draft: false });
    }
  });

  test('says whether the draft is read', () => {
    expect(roundTrip([step('r', {}, 'here')], true).draft).toBe(true);
    expect(writeAddress({ steps: [step('r', {}, 'here')], draft: false })).toBe('/read/r');
  });

  test('keeps what vouches for the values of links, apart from the values', () => {
    const steps = [
      { ...step('a', { x: '1' }, 'here'), proof: 'p1' },
      { ...step('b', { y: '2' }), proof: 'p2' },
    ];
    expect(roundTrip(steps)).toEqual({ steps, draft: false });
  });

  test('that is broken still opens its report', () => {
    expect(readAddress('r', new URLSearchParams('a=1&~then=nonsense&~then=beside:ok?b=2')).steps).toEqual([
      step('r', { a: '1' }, 'here'),
      step('ok', { b: '2' }),
    ]);
  });
});

describe('what is on screen', () => {
  test('is the last step, beside the one that it was opened from', () => {
    const [a, b, c] = [step('a', {}, 'here'), step('b'), step('c', {}, 'here')];
    expect(visible([a])).toEqual([0]);
    expect(visible([a, b])).toEqual([0, 1]);
    expect(visible([a, b, step('d')])).toEqual([1, 2]);
    expect(visible([a, b, c])).toEqual([2]);
  });
});
