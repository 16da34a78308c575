// @vitest-environment jsdom
import { expect, test } from 'vitest';
import type { ReportDefinition } from '../../api/generated';
import { copied, pasted, pasteInto, read } from './useClipboard';

const text = { type: 'text' as const, id: 't1', text: 'Harbour', x: 10, y: 2, width: 80, height: 12 };
const heading = { type: 'heading' as const, id: 'h1', column: 'c1', y: 0, height: 12 };
const report = {
  format: 'lucid-lattice/report',
  version: 5,
  title: 'Calls',
  sheets: [
    {
      id: 'sheet1',
      name: 'Report',
      sections: [
        {
          id: 's1',
          reportHeader: { parts: [{ id: 'p1', height: 20, elements: [text, heading] }] },
          detail: {
            parts: [
              { id: 'p2', height: 20 },
              { id: 'p3', height: 20 },
            ],
          },
        },
      ],
    },
  ],
} as unknown as ReportDefinition;

test('what stands in no column is carried, and pasted beside what is selected or into the last part of a band', () => {
  expect(copied(report, { kind: 'element', id: 't1' })).toEqual([text]);
  expect(copied(report, { kind: 'element', id: 'h1' })).toEqual([]);
  expect(copied(report, { kind: 'report' })).toEqual([]);
  expect(pasteInto(report, { kind: 'element', id: 't1' })).toEqual({ in: 'p1' });
  expect(pasteInto(report, { kind: 'band', section: 's1', band: 'detail', level: 0 })).toEqual({ in: 'p3' });
  expect(pasteInto(report, { kind: 'band', section: 's1', band: 'reportFooter', level: 0 })).toEqual({
    in: 's1',
    band: 'reportFooter',
    level: 0,
  });
  expect(pasteInto(report, { kind: 'report' })).toBeUndefined();
  expect(pasted([text], { in: 'p3' })).toEqual({ type: 'paste', items: [{ kind: 'element', element: text }], to: { in: 'p3' } });
});

test('what was copied in another report brings that report along', () => {
  const carried = (id: string) => JSON.stringify({ 'lucid-lattice': 'elements', elements: [text], report: id, from: report });
  expect(read(carried('calls'), 'other')).toEqual({ elements: [text], from: report });
  expect(read(carried('calls'), 'calls')).toEqual({ elements: [text], from: undefined });
  expect(read('not ours', 'calls')).toEqual({ elements: [] });
  expect(pasted([text], { in: 'p3' }, report)).toMatchObject({ type: 'paste', from: { title: 'Calls' } });
});
