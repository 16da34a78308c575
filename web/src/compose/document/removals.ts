import type { ReportDefinition } from '../../api/generated';
import { count } from '../../shell/count';
import { allElements, allSections, findColumn } from './definition';

/** What a removal takes along, or leaves behind, in a sentence. */
export interface Removal {
  words: string;
  /** The ids of headings that name nothing any more. */
  headings: string[];
}

const named = (names: string[]) => (names.length === 1 ? `“${names[0]}”` : `${names.length} columns`);

/** How many subtotals go with a column. */
export const totalsOf = (report: ReportDefinition, column: string): number =>
  allElements(report).filter((p) => p.element.type === 'total' && p.element.column === column).length;

/** “the column and 3 subtotals” */
export function columnWords(report: ReportDefinition, column: string): string {
  const totals = totalsOf(report, column);
  return totals ? `the column and ${count(totals, 'subtotal')}` : 'the column';
}

/** What goes with the things that are removed, and which headings are left of cells; undefined where there is nothing to say. */
export function alongWith(report: ReportDefinition, ids: string[]): Removal | undefined {
  const gone = new Set(ids);
  const columns = ids.map((id) => findColumn(report, id)).filter((c) => c !== undefined);
  if (columns.length > 0) {
    const totals = columns.reduce((n, c) => n + totalsOf(report, c.id), 0);
    return {
      words: `Removed ${columns.length === 1 ? 'the column ' : ''}${named(columns.map((c) => c.heading))}${
        totals ? ` and ${count(totals, 'subtotal')}` : ''
      }.`,
      headings: [],
    };
  }
  const levels = allSections(report)
    .flatMap((s) => s.levels ?? [])
    .filter((l) => gone.has(l.id));
  if (levels.length === 1) return { words: `Removed the level “${levels[0].name}” with its header and footer.`, headings: [] };
  const elements = allElements(report).map((p) => p.element);
  const cells = new Set(elements.filter((e) => e.type === 'cell' && gone.has(e.id)).map((e) => e.column));
  const left = elements.filter((e) => e.type === 'heading' && cells.has(e.column) && !gone.has(e.id));
  if (left.length === 0) return undefined;
  const names = left.map((e) => findColumn(report, e.column)?.heading ?? '');
  return {
    words: `Removed the values of ${named(names)}. ${left.length === 1 ? 'The heading is' : 'The headings are'} still there.`,
    headings: left.map((e) => e.id),
  };
}
