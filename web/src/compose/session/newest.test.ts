import { expect, test } from 'vitest';
import type { Element, ReportDefinition } from '../../api/generated';
import { newest } from './newest';

const report = (...elements: Partial<Element>[]) =>
  ({
    sheets: [{ id: 'sheet', sections: [{ id: 's', levels: [], detail: { parts: [{ id: 'p', height: 10, elements }] } }] }],
  }) as unknown as ReportDefinition;
const one = (type: Element['type'], id: string) => ({ type, id }) as Partial<Element>;

test('what was just added is selected, of whatever kind it is', () => {
  for (const type of ['text', 'line', 'box', 'image', 'code', 'checkbox', 'contents', 'chart'] as Element['type'][])
    expect(newest(report(one('text', 'a')), report(one('text', 'a'), one(type, 'b')))).toEqual({ kind: 'element', id: 'b' });
  expect(newest(report(one('text', 'a')), report(one('text', 'a')))).toBeUndefined();
});

test('of several that came together, the one that stands for them', () => {
  expect(newest(report(), report(one('cell', 'a'), one('heading', 'b')))).toEqual({ kind: 'element', id: 'b' });
});
