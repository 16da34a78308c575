import { expect, test } from 'vitest';
import { plainCondition, plainValue, writtenCondition, writtenValue } from './conditions';

test('a comparison reads as a sentence and is written back as it was', () => {
  for (const text of ['delay > 30', '"odd ""name""" <> \'it\'\'s\'', 'sum(fare) <= -1.5', 'count(*) = 0', 'cause IS NOT NULL', 'ok = TRUE'])
    expect(writtenCondition(plainCondition(text)!)).toBe(text);
});

test('what is more than a comparison stays an expression', () => {
  for (const text of ['a > 1 AND b > 2', 'a + 1 > 2', 'a IN (1, 2)', 'a > b', '']) expect(plainCondition(text)).toBeUndefined();
});

test('a typed value is a number, a parameter, or a text in quotes, and is shown without them', () => {
  expect(writtenValue(' 2,5 ')).toBe('2.5');
  expect(writtenValue(':most')).toBe(':most');
  expect(writtenValue("Brae's Voe")).toBe("'Brae''s Voe'");
  expect(plainValue(writtenValue("Brae's Voe"))).toBe("Brae's Voe");
  expect(writtenValue("1' OR '1'='1")).toBe("'1'' OR ''1''=''1'");
});
