import { expect, test } from 'vitest';
import type { Column, Element, ReportDefinition } from '../../api/generated';
import { stepName } from './stepNames';

const report = (elements: Partial<Element>[], columns: Partial<Column>[] = [], title = 'R') =>
  ({
    title,
    sheets: [{ id: 'sheet', sections: [{ id: 's', columns, levels: [], detail: { parts: [{ id: 'p', height: 10, elements }] } }] }],
  }) as unknown as ReportDefinition;
const text = (id: string, x = 0, words = 'w') => ({ type: 'text', id, x, text: words }) as Partial<Element>;

test('a step is named by what it did', () => {
  const two = report([text('a'), text('b')]);
  expect(stepName(two, report([text('a', 5), text('b', 5)]))).toBe('moved 2 elements');
  expect(stepName(two, report([text('a')]))).toBe('removed 1 element');
  expect(stepName(two, report([text('a'), text('b'), text('c')]))).toBe('added 1 element');
  expect(stepName(two, report([text('a'), text('b', 0, 'other')]))).toBe('changed 1 element');
  expect(stepName(two, report([text('a'), text('b'), text('c')], [{ id: 'c1' }]))).toBe('added 1 column');
  expect(stepName(report([], [{ id: 'x' }, { id: 'y' }]), report([], [{ id: 'y' }, { id: 'x' }]))).toBe('changed the order');
  expect(stepName(two, report([text('a'), text('b')], [], 'S'))).toBe('renamed the report');
});
