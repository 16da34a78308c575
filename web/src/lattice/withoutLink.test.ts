import { expect, test } from 'vitest';
import type { ReportDefinition } from '../api/generated';
import { withoutLink } from './withoutLink';

const link = (report: string) => ({ report, carries: [] });

const report = {
  title: 'T',
  sheets: [
    {
      id: 's',
      name: 'S',
      pageHeader: { parts: [{ id: 'p0', height: 10, elements: [{ type: 'text', id: 'head', text: 'x', link: link('a') }] }] },
      sections: [
        {
          id: 'main',
          levels: [
            {
              id: 'l',
              name: 'L',
              by: 'x',
              header: {
                parts: [
                  {
                    id: 'p1',
                    height: 10,
                    link: link('part'),
                    elements: [{ type: 'text', id: 't', text: 'x', link: { ...link('a'), also: [link('b'), link('c')] } }],
                    sections: [
                      {
                        id: 'inner',
                        detail: { parts: [{ id: 'p2', height: 9, elements: [{ type: 'text', id: 'deep', text: 'x', link: link('a') }] }] },
                      },
                    ],
                  },
                ],
              },
            },
          ],
        },
      ],
    },
  ],
} as unknown as ReportDefinition;

const text = (definition: ReportDefinition) => JSON.stringify(definition);

test.each([
  ['t', 0, ['b', 'c']],
  ['t', 1, ['a', 'c']],
  ['t', 2, ['a', 'b']],
])('of several links, one is taken out and the others stay: %s %i', (on, index, left) => {
  const changed = withoutLink(report, on, index);
  const element = changed.sheets![0].sections![0].levels![0].header!.parts![0].elements![0];
  expect([element.link!.report, ...element.link!.also!.map((l) => l.report)]).toEqual(left);
  expect(text(changed)).toContain('"part"');
});

test('links of parts, of page bands and of sections inside are found; what is unknown changes nothing', () => {
  for (const on of ['p1', 'head', 'deep']) {
    const changed = text(withoutLink(report, on, 0));
    expect(changed.match(/"link":null/g)).toHaveLength(1);
  }
  expect(text(withoutLink(report, 'nothing', 0))).toBe(text(withoutLink(report, 'nowhere', 3)));
});
