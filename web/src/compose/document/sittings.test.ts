import { expect, test } from 'vitest';
import type { ReportVersion } from '../../api/generated';
import { sittings } from './sittings';

const at = (version: number, time: string, kind = 'draft'): ReportVersion => ({
  version,
  kind,
  title: 'Report',
  savedAt: `2025-06-01T${time}:00Z`,
  isRead: false,
});

test('edits of one sitting are together, and publications stand by themselves', () => {
  const all = [at(6, '15:10'), at(5, '15:00'), at(4, '14:50', 'published'), at(3, '14:40'), at(2, '14:05'), at(1, '14:00')];
  expect(sittings(all).map((s) => s.map((v) => v.version))).toEqual([
    [6, 5],
    [4, 3],
    [2, 1],
  ]);
  expect(sittings([])).toEqual([]);
});
