import { expect, test } from 'vitest';
import { laidOut } from './layout';

const report = (id: string) => ({ id, height: 80 });

test('a report stands to the right of those that lead to it, whatever circles there are', () => {
  const places = laidOut(['a', 'b', 'c', 'd', 'alone'].map(report), [
    { from: 'a', to: 'b' },
    { from: 'b', to: 'c' },
    { from: 'a', to: 'c' },
    { from: 'c', to: 'b' },
    { from: 'd', to: 'gone' },
    { from: 'd', to: null },
  ]);
  expect(places.get('a')!.x).toBeLessThan(places.get('b')!.x);
  expect(places.size).toBe(5);
  // What is alone lies below everything that is linked.
  for (const id of ['a', 'b', 'c']) expect(places.get('alone')!.y).toBeGreaterThan(places.get(id)!.y);
});

test('no two reports lie on each other, in any web of links', () => {
  let seed = 7;
  const random = (most: number) => (seed = (seed * 48271) % 2147483647) % most;
  for (let round = 0; round < 50; round++) {
    const ids = Array.from({ length: 3 + random(12) }, (_, i) => `r${i}`);
    const links = Array.from({ length: random(30) }, () => ({ from: ids[random(ids.length)], to: ids[random(ids.length)] }));
    const places = [...laidOut(ids.map(report), links).values()];
    expect(places.length).toBe(ids.length);
    for (let i = 0; i < places.length; i++)
      for (let j = 0; j < i; j++)
        expect(Math.abs(places[i].x - places[j].x) >= 214 || Math.abs(places[i].y - places[j].y) >= 80).toBe(true);
  }
});
