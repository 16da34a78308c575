import { describe, expect, it } from 'vitest';
import type { CrosstabLine, CrosstabView } from '../../api/generated';
import { copied, foldable, headed, shown, sorted } from './crosstabOrder';

const line = (
  kind: CrosstabLine['kind'],
  groups: number[],
  headings: string[],
  labels: string[],
  ...numbers: (number | null)[]
): CrosstabLine => ({
  kind,
  groups,
  headings,
  labels,
  value: 0,
  action: null,
  cells: numbers.map((number) => ({ text: number === null ? '' : `<${number}>`, number, mark: null, action: null })),
});

/** Two regions with their routes and totals, and the total of all. */
const lines = [
  line('leaf', [0, 0], ['North', 'A'], ['North', 'A'], 5, 1),
  line('leaf', [0, 1], ['', 'B'], ['North', 'B'], 9, null),
  line('total', [0], ['', 'Total'], ['North'], 14, 1),
  line('leaf', [1, 2], ['South', 'C'], ['South', 'C'], 7, 2),
  line('leaf', [1, 3], ['', 'D'], ['South', 'D'], 30, 3),
  line('total', [1], ['', 'Total'], ['South'], 37, 5),
  line('total', [], ['Total', ''], [], 51, 6),
];
const view: CrosstabView = {
  title: 'Passengers',
  corner: ['Region', 'Route'],
  head: [
    [
      { text: 'May\t1', column: 0, columns: 1, rows: 1, isTotal: false, action: null },
      { text: 'June', column: 1, columns: 1, rows: 1, isTotal: false, action: null },
    ],
  ],
  lines,
  linesLeftOut: 0,
  columnsLeftOut: 0,
  isStepped: false,
  closed: [],
};
const said = (some: CrosstabLine[]) => some.map((l) => l.labels.at(-1) ?? 'all');

describe('a crosstab that readers put in order', () => {
  it('moves groups with their rows and leaves totals where they are', () => {
    expect(said(sorted(lines, { column: 0, descending: true }))).toEqual(['D', 'C', 'South', 'B', 'A', 'North', 'all']);
    expect(said(sorted(lines, { column: 0, descending: false }))).toEqual(['A', 'B', 'North', 'C', 'D', 'South', 'all']);
    expect(sorted(lines)).toBe(lines);
  });

  it('puts rows without a number last, both ways', () => {
    expect(said(sorted(lines, { column: 1, descending: true })).slice(3, 5)).toEqual(['A', 'B']);
    expect(said(sorted(lines, { column: 1, descending: false })).slice(0, 2)).toEqual(['A', 'B']);
  });

  it('closes a group to its total, which then says what it is called', () => {
    const folded = headed(shown(lines, new Set(['0'])), false);
    expect(said(folded)).toEqual(['North', 'C', 'D', 'South', 'all']);
    expect(folded[0].headings[0]).toBe('North');
    expect(foldable(view, lines[0], 0, new Set())).toBe('0');
    expect(foldable(view, lines[1], 0, new Set())).toBeUndefined();
    expect(foldable(view, lines[0], 1, new Set())).toBeUndefined();
  });

  it('has one sign for a group whose heading stands above it', () => {
    const heading = line('heading', [0], ['North'], ['North'], null, null);
    const total = line('total', [0], ['Total North'], ['North'], 14, 1);
    const stepped = {
      ...view,
      corner: ['Region / Route'],
      isStepped: true,
      lines: [heading, line('leaf', [0, 0], ['A'], ['North', 'A'], 5, 1), total],
    };
    expect(foldable(stepped, heading, 0, new Set())).toBe('0');
    expect(foldable(stepped, total, 0, new Set())).toBeUndefined();
    expect(foldable(stepped, total, 0, new Set(['0']))).toBe('0');
    expect(shown(stepped.lines, new Set(['0']))).toEqual([total]);
  });

  it('says each heading where its group begins now', () => {
    const turned = headed(sorted(lines, { column: 0, descending: true }), false);
    expect(turned.map((l) => l.headings[0])).toEqual(['South', '', '', 'North', '', '', 'Total']);
  });

  it('goes to a spreadsheet as cells, with the numbers themselves', () => {
    const [head, first, second] = copied(view, lines).split('\n');
    expect(head).toBe('Region\tRoute\tMay 1\tJune');
    expect(first).toBe('North\tA\t5\t1');
    expect(second).toBe('North\tB\t9\t');
  });
});
