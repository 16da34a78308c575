import type { CrosstabLine, CrosstabView } from '../../api/generated';

/** By which column rows are put in order, the largest first or last. */
export interface SortBy {
  column: number;
  descending: boolean;
}

/** Tells a row from all others. */
export const keyOf = (line: CrosstabLine) => `${line.kind} ${line.groups.join('.')} ${line.value}`;

/** A group, by the groups on the way to it. */
const groupOf = (line: CrosstabLine, fields = line.groups.length) => line.groups.slice(0, fields).join('.');

const numberOf = (line: CrosstabLine, column: number) => line.cells[column]?.number ?? undefined;

/** The rows in order of a column: groups are moved as a whole, by their total where they have one; totals stay where they are. */
export function sorted(lines: CrosstabLine[], order?: SortBy): CrosstabLine[] {
  const deepest = Math.max(0, ...lines.map((l) => l.groups.length));
  return order && deepest > 0 ? ordered(lines, 0, deepest, order) : lines;
}

function ordered(lines: CrosstabLine[], fields: number, deepest: number, order: SortBy): CrosstabLine[] {
  const blocks: CrosstabLine[][] = [];
  // What belongs to no group of this depth is a total or a heading, before or after the groups.
  const before: CrosstabLine[] = [];
  const after: CrosstabLine[] = [];
  for (const line of lines) {
    const block = blocks.at(-1);
    if (line.groups.length <= fields) (block ? after : before).push(line);
    else if (block && groupOf(block[0], fields + 1) === groupOf(line, fields + 1)) block.push(line);
    else blocks.push([line]);
  }
  const measure = (block: CrosstabLine[]) => {
    const own = block.find((l) => l.groups.length === fields + 1 && numberOf(l, order.column) !== undefined);
    return numberOf(own ?? block[0], order.column);
  };
  const ranked = blocks.map((block, at) => ({ block, at, number: measure(block) }));
  ranked.sort((a, b) => {
    // Those without a number come last, whichever way the others go.
    if (a.number === undefined || b.number === undefined)
      return Number(a.number === undefined) - Number(b.number === undefined) || a.at - b.at;
    return (order.descending ? b.number - a.number : a.number - b.number) || a.at - b.at;
  });
  const inside = ranked.flatMap(({ block }) => (fields + 1 < deepest ? ordered(block, fields + 1, deepest, order) : block));
  return [...before, ...inside, ...after];
}

/** The rows that are to be seen while some groups are closed: of these, their total, or else their heading. */
export function shown(lines: CrosstabLine[], closed: ReadonlySet<string>): CrosstabLine[] {
  if (closed.size === 0) return lines;
  const totals = new Set(lines.filter((l) => l.kind === 'total').map((l) => groupOf(l)));
  return lines.flatMap((line) => {
    const inside = line.groups.map((_, i) => groupOf(line, i + 1)).find((group) => closed.has(group));
    if (inside === undefined) return [line];
    const stands = inside === groupOf(line) && (line.kind === 'total' || (line.kind === 'heading' && !totals.has(inside)));
    return stands ? [line] : [];
  });
}

/** The rows as they stand now, each heading said where its group begins; where all stand in one column, they stay as they are. */
export const headed = (lines: CrosstabLine[], isStepped: boolean): CrosstabLine[] =>
  isStepped
    ? lines
    : lines.map((line, i) => ({
        ...line,
        headings: line.headings.map((text, c) =>
          c >= line.labels.length ? text : i > 0 && groupOf(lines[i - 1], c + 1) === groupOf(line, c + 1) ? '' : line.labels[c],
        ),
      }));

/** The group that the sign beside a row heading opens and closes; undefined for none. One sign is enough: where a heading stands above
 * the rows, their total has one only while it stands for them. */
export function foldable(view: CrosstabView, line: CrosstabLine, column: number, closed: ReadonlySet<string>): string | undefined {
  const fields = view.isStepped ? line.groups.length : column + 1;
  if ((view.isStepped && column > 0) || fields === 0 || fields > line.groups.length || line.headings[column] === '') return undefined;
  const group = groupOf(line, fields);
  if (view.isStepped && line.kind === 'total' && !closed.has(group)) return undefined;
  const inner = view.lines.some((l) => l.groups.length > fields && groupOf(l, fields) === group);
  // Something has to be left to be seen of it.
  return inner && view.lines.some((l) => l.kind !== 'leaf' && groupOf(l) === group) ? group : undefined;
}

/** What a spreadsheet takes: cells apart by tabs, rows by line ends, numbers as they are. */
export function copied(view: CrosstabView, lines: CrosstabLine[]): string {
  const plain = (text: string) => text.replace(/[\t\r\n]+/g, ' ');
  const columns = lines[0]?.cells.length ?? 0;
  const heads = view.head.map((row, r) => {
    const cells = Array<string>(columns).fill('');
    for (const cell of row) cells.fill(plain(cell.text), Number(cell.column), Number(cell.column) + Number(cell.columns));
    return [...view.corner.map((text) => (r === view.head.length - 1 ? plain(text) : '')), ...cells];
  });
  const rows = lines.map((line) => [
    ...view.corner.map((_, c) => plain(line.headings[c] || (view.isStepped ? '' : line.labels[c]) || '')),
    ...line.cells.map((cell) => (cell.number == null ? plain(cell.text) : String(cell.number))),
  ]);
  return [...heads, ...rows].map((cells) => cells.join('\t')).join('\n');
}
