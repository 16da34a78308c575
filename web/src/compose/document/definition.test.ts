import { expect, test } from 'vitest';
import type { ReportDefinition } from '../../api/generated';
import {
  allElements,
  bandName,
  directions,
  dropIndex,
  findColumn,
  findElement,
  findLevel,
  mainFields,
  offeredFields,
  words,
} from './definition';

const report = {
  format: 'lucid-lattice/report',
  version: 1,
  title: 'T',
  datasets: [
    {
      id: 'd',
      name: 'D',
      database: 'x',
      source: { type: 'table', table: 't' },
      fields: [
        { name: 'net_fare', type: 'decimal' },
        { name: 'two words', type: 'text', label: 'Two Words' },
        { name: 'departs', type: 'dateTime' },
      ],
    },
  ],
  sheets: [
    {
      id: 's',
      name: 'S',
      sections: [
        {
          id: 's1',
          dataset: 'd',
          columns: [{ id: 'c1', heading: 'Fare', expression: 'net_fare', width: 80 }],
          levels: [
            {
              id: 'l1',
              name: 'Region',
              by: 'departs',
              header: { parts: [{ id: 'p1', height: 9, elements: [{ type: 'text', id: 't1', text: 'x', width: 9 }] }] },
              footer: { parts: [] },
            },
          ],
          detail: { parts: [{ id: 'p2', height: 9, elements: [{ type: 'cell', id: 'e1', column: 'c1' }] }] },
        },
      ],
    },
  ],
} as unknown as ReportDefinition;

test('elements are found with the band they stand in', () => {
  expect(allElements(report).map((p) => [p.element.id, p.band, p.level])).toEqual([
    ['t1', 'groupHeader', 1],
    ['e1', 'detail', 0],
  ]);
  expect(findElement(report, 'gone')).toBeUndefined();
  expect(findColumn(report, 'c1')?.heading).toBe('Fare');
  expect(findLevel(report, 'l1')?.name).toBe('Region');
});

test('hidden fields are not offered, but are still known', () => {
  const hiding = {
    ...report,
    datasets: [{ ...report.datasets![0], fields: mainFields(report).map((f) => ({ ...f, hidden: f.name === 'two words' })) }],
  } as ReportDefinition;
  expect(offeredFields(hiding).map((f) => f.name)).toEqual(['net_fare', 'departs']);
  expect(words(hiding, '"two words"')).toBe('two words');
});

test('expressions that are just a field read as its label', () => {
  expect(words(report, 'net_fare')).toBe('net fare');
  expect(words(report, '"two words"')).toBe('two words');
  expect(words(report, 'net_fare / 2')).toBe('net_fare / 2');
});

test('an order is said in the words that suit what is ordered', () => {
  expect(directions(report, 'two words').up).toBe('A to Z');
  expect(directions(report, 'departs').down).toBe('latest first');
  expect(directions(report, 'net_fare').up).toBe('smallest first');
  const coded = {
    ...report,
    datasets: [{ ...report.datasets![0], fields: [{ name: 'outcome', type: 'text', codes: [{ code: 'L', label: 'Late' }] }] }],
  } as ReportDefinition;
  expect(directions(coded, 'outcome').up).toBe('as its codes are listed');
});

test('a dragged column lands where its middle passes the others', () => {
  const section = report.sheets![0].sections![0];
  const wide = {
    ...report,
    sheets: [
      {
        ...report.sheets![0],
        sections: [{ ...section, columns: ['a', 'b', 'c'].map((id) => ({ id, heading: id, expression: id, width: 100 })) }],
      },
    ],
  };
  expect(dropIndex(wide, 'a', 90)).toBeUndefined();
  expect(dropIndex(wide, 'a', 110)).toBe(1);
  expect(dropIndex(wide, 'a', 900)).toBe(2);
  expect(dropIndex(wide, 'c', -250)).toBe(0);
  expect(dropIndex(wide, 'gone', 5)).toBeUndefined();
});

test('bands have names that people know', () => {
  expect(bandName(report.sheets![0].sections![0], 'groupFooter', 1)).toBe('Region footer');
  expect(bandName(report.sheets![0].sections![0], 'reportHeader', 0)).toBe('Report header');
});
