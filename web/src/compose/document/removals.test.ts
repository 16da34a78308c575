import { expect, test } from 'vitest';
import type { ReportDefinition } from '../../api/generated';
import { alongWith, columnWords } from './removals';

const report = {
  sheets: [
    {
      id: 'sh',
      sections: [
        {
          id: 's',
          columns: [
            { id: 'c1', heading: 'Route' },
            { id: 'c2', heading: 'Passengers' },
          ],
          levels: [
            {
              id: 'l',
              name: 'Region',
              header: {
                parts: [
                  {
                    id: 'p1',
                    elements: [
                      { type: 'heading', id: 'h1', column: 'c1' },
                      { type: 'heading', id: 'h2', column: 'c2' },
                    ],
                  },
                ],
              },
              footer: { parts: [{ id: 'p2', elements: [{ type: 'total', id: 't1', column: 'c2' }] }] },
            },
          ],
          detail: {
            parts: [
              {
                id: 'p3',
                elements: [
                  { type: 'cell', id: 'e1', column: 'c1' },
                  { type: 'cell', id: 'e2', column: 'c2' },
                ],
              },
            ],
          },
          reportFooter: { parts: [{ id: 'p4', elements: [{ type: 'total', id: 't2', column: 'c2' }] }] },
        },
      ],
    },
  ],
} as unknown as ReportDefinition;

test('a removal says what goes with it, and which headings are left', () => {
  expect(columnWords(report, 'c2')).toBe('the column and 2 subtotals');
  expect(columnWords(report, 'c1')).toBe('the column');
  expect(alongWith(report, ['c2'])).toEqual({ words: 'Removed the column “Passengers” and 2 subtotals.', headings: [] });
  expect(alongWith(report, ['l'])?.words).toBe('Removed the level “Region” with its header and footer.');
  expect(alongWith(report, ['e2'])).toEqual({ words: 'Removed the values of “Passengers”. The heading is still there.', headings: ['h2'] });
  expect(alongWith(report, ['e1', 'e2'])?.headings).toEqual(['h1', 'h2']);
  expect(alongWith(report, ['e1', 'h1'])).toBeUndefined();
  expect(alongWith(report, ['h1'])).toBeUndefined();
});
