import { expect, test } from 'vitest';
import { piecesOf, withPattern, writtenPieces, valueWithPattern } from './template';

test('a text falls into words and values, and is written back as it was', () => {
  for (const text of [
    'Sailings from {{ :from | d MMMM yyyy }} to {{ :to }}',
    "{{ CASE WHEN a = '}}' THEN 1 END }} and more",
    'two {{{{ braces }} and {{ count(*) }}',
    'no end {{ of it',
    '',
    '{{ a }}{{ b }}',
  ])
    expect(writtenPieces(piecesOf(text)).replaceAll(/\s+/g, ' ')).toBe(
      text.includes('no end') ? 'no end {{{{ of it' : text.replaceAll(/\s+/g, ' '),
    );
  expect(piecesOf('a {{ b | 0.0 }} c')).toEqual([{ words: 'a ' }, { value: 'b | 0.0' }, { words: ' c' }]);
});

test('the pattern stands after the last single bar outside of quotes', () => {
  expect(withPattern("a || ' | ' || b | 0.0")).toEqual({ expression: "a || ' | ' || b", pattern: '0.0' });
  expect(withPattern('a || b')).toEqual({ expression: 'a || b', pattern: '' });
  expect(valueWithPattern('a', '')).toBe('a');
  expect(valueWithPattern('a', '#,##0')).toBe('a | #,##0');
});
