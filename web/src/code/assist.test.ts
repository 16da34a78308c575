import { expect, test } from 'vitest';
import type { SavedDataset } from '../api/generated';
import { isWanted } from '../data/DatasetPicks';

test('a dataset is found by its name, what it is about, and its fields as people read them', () => {
  const saved = {
    id: 'b',
    version: 1,
    savedAt: '',
    definition: {
      id: 'b',
      name: 'Bookings',
      description: 'Every booking',
      database: 'x',
      source: { type: 'table', table: 'b' },
      fields: [
        { name: 'net_fare', type: 'decimal' },
        { name: 'd', type: 'whole', label: 'Days ahead' },
      ],
    },
  } as SavedDataset;
  expect(['book', ' EVERY ', 'net fare', 'days ahead', ''].every((w) => isWanted(saved, w))).toBe(true);
  expect(['vessel', 'net_fare'].some((w) => isWanted(saved, w))).toBe(false);
});
