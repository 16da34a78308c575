import { expect, test } from 'vitest';
import { readDay, writeDay } from './days';

test('days and moments come back as they were written, whatever zone the browser is in', () => {
  for (const text of ['2025-01-31', '2024-02-29', '2025-03-30', '1000-12-01']) expect(writeDay(readDay(text)!)).toBe(text);
  for (const text of ['2025-01-31 06:15', '2025-10-26 23:59']) expect(writeDay(readDay(text)!, true)).toBe(text);
  expect(writeDay(readDay('2025-01-31T06:15')!, true)).toBe('2025-01-31 06:15');
  for (const text of ['', '31.1.2025', '2025']) expect(readDay(text)).toBeNull();
});
