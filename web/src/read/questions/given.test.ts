import { expect, test } from 'vitest';
import { listOf, plain, spoken, written } from './given';

const text = { type: 'text' as const, every: null };
const withEvery = { type: 'text' as const, every: 'every one' };

test('what is typed comes back as it was typed, whatever it looks like', () => {
  for (const parameter of [text, withEvery])
    for (const value of ['Holm', '~empty', '~text:x', '~', '[1]', '"x"', 'a b', '100%'])
      expect(plain(parameter, written(parameter, value))).toBe(value);
  expect(written(withEvery, '*')).toBe('~text:*');
  expect(written(text, '*')).toBe('*');
  expect(plain(withEvery, '"*"')).toBe('*');
  expect(plain(withEvery, '*')).toBe('');
  expect(plain(text, '~empty')).toBe('');
});

test('several values are a list, and what is no list is one value', () => {
  expect(listOf('["a",null]')).toEqual(['a', null]);
  expect(listOf('a')).toEqual(['a']);
  expect(listOf('[a')).toEqual(['[a']);
  expect(listOf('~empty')).toEqual([null]);
  expect(listOf('')).toEqual([]);
  expect(spoken('["a",null]')).toBe('a, (empty)');
  expect(spoken('~text:~x')).toBe('~x');
});
