import { expect, test } from 'vitest';
import { rebased } from './rebased';

const values = (...of: string[]) => of.map((expression) => ({ expression, name: null }));

test('what nobody else changed is taken as it is, and what was not changed stays as it is now', () => {
  expect(rebased(1, 2, 1)).toBe(2);
  expect(rebased(1, 1, 3)).toBe(3);
  expect(rebased(1, 2, 3)).toBe(2);
  expect(rebased(undefined, { a: 1 }, undefined)).toEqual({ a: 1 });
});

test('two things that were added are both there', () => {
  expect(rebased(values('a'), values('a', 'c'), values('a', 'b'))).toEqual(values('a', 'b', 'c'));
});

test('one is added while another is changed or taken away', () => {
  const [first] = values('a');
  expect(rebased(values('a', 'b'), [{ ...first, name: 'A' }, values('b')[0]], values('a', 'b', 'c'))).toEqual([
    { expression: 'a', name: 'A' },
    ...values('b', 'c'),
  ]);
  expect(rebased(values('a', 'b'), values('b'), values('a', 'b', 'c'))).toEqual(values('b', 'c'));
});

test('settings of one thing that were made one after the other all hold', () => {
  const seen = { by: 'route', order: 'category', groups: null };
  expect(rebased(seen, { ...seen, order: 'label' }, { ...seen, groups: { groups: [] }, pattern: '0' })).toEqual({
    by: 'route',
    order: 'label',
    groups: { groups: [] },
    pattern: '0',
  });
});

test('a new order wins over what there is', () => {
  expect(rebased(['a', 'b', 'c'], ['c', 'b'], ['a', 'b', 'c', 'd'])).toEqual(['b', 'c', 'd']);
  expect(rebased(['a', 'b'], ['x'], ['a', 'b', 'c'])).toEqual(['x']);
});
