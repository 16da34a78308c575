import { expect, test } from 'vitest';
import type { ReportDefinition } from '../../api/generated';
import { sharedImages } from './sharedImages';

const report = (...ids: string[]) =>
  ({ title: 'R', images: ids.map((id) => ({ id, name: id, data: `data of ${id}` })) }) as unknown as ReportDefinition;

test('pictures that are known are held once, new ones as they came', () => {
  const [before, after] = [report('a', 'b'), report('b', 'c')];
  const shared = sharedImages(after, before);
  expect(shared.images![0]).toBe(before.images![1]);
  expect(shared.images![1]).toBe(after.images![1]);
  expect(sharedImages(after)).toBe(after);
});
