// @vitest-environment jsdom
import { afterEach, expect, test, vi } from 'vitest';
import { begun, step } from './history';
import { keepHistory, readHistory } from './keptHistory';

afterEach(() => {
  vi.restoreAllMocks();
  sessionStorage.clear();
});

test('the way back is there again, but only from what is there now', () => {
  const history = step(step(begun(1), 2), 3);
  keepHistory('report', history);
  expect(readHistory('report', 3)).toEqual(history);
  expect(readHistory('report', 4)).toBeUndefined();
  keepHistory('report', begun(5));
  expect(readHistory('report', 5)).toBeUndefined();
});

test('of a way that is too long, the newest steps are kept', () => {
  const room = 60;
  const set = Storage.prototype.setItem;
  vi.spyOn(Storage.prototype, 'setItem').mockImplementation(function (this: Storage, key: string, value: string) {
    if (value.length > room) throw new Error('no room');
    set.call(this, key, value);
  });
  let history = begun(0);
  for (let i = 1; i <= 100; i++) history = step(history, i);
  keepHistory('report', history);
  const kept = readHistory('report', 100)!;
  expect(kept.past.at(-1)).toBe(99);
  expect(kept.past.length).toBeGreaterThan(3);
});
