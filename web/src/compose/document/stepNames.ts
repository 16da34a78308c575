import type { ReportDefinition } from '../../api/generated';
import { count } from '../../shell/count';
import { allElements, allSections } from './definition';

const written = (thing: unknown) => JSON.stringify(thing);

/** The things of a kind that were added, taken out, or changed from one state of a report to the next. */
function changes<T extends { id: string }>(before: T[], after: T[], noun: string, isMove: (a: T, b: T) => boolean) {
  const was = new Map(before.map((t) => [t.id, t]));
  const now = new Set(after.map((t) => t.id));
  const added = after.filter((t) => !was.has(t.id)).length;
  const gone = before.filter((t) => !now.has(t.id)).length;
  const other = after.filter((t) => was.has(t.id) && written(was.get(t.id)) !== written(t));
  const moved = other.filter((t) => isMove(was.get(t.id)!, t)).length;
  return [
    added && `added ${count(added, noun)}`,
    gone && `removed ${count(gone, noun)}`,
    moved && `moved ${count(moved, noun)}`,
    other.length - moved && `changed ${count(other.length - moved, noun)}`,
  ].filter((words): words is string => typeof words === 'string');
}

/** What a step did, in a few words: “moved 3 elements”. */
export function stepName(before: ReportDefinition, after: ReportDefinition): string {
  const level = (r: ReportDefinition) => allSections(r).flatMap((s) => s.levels ?? []);
  const column = (r: ReportDefinition) => allSections(r).flatMap((s) => s.columns ?? []);
  const bare = (r: ReportDefinition) => level(r).map((l) => ({ ...l, header: undefined, footer: undefined }));
  const place = <T extends object>(e: T) => written({ ...e, x: 0, y: 0, width: 0, height: 0 });
  const said = [
    ...changes(bare(before), bare(after), 'level', () => false),
    ...changes(column(before), column(after), 'column', () => false),
    ...changes(
      allElements(before).map((p) => p.element),
      allElements(after).map((p) => p.element),
      'element',
      (a, b) => place(a) === place(b),
    ),
  ];
  // A new column or level brings its elements, which need no mention.
  if (said.length > 0) return said[0];
  if (before.title !== after.title) return 'renamed the report';
  if (written(before.parameters) !== written(after.parameters)) return 'changed the parameters';
  if (written(before.page) !== written(after.page)) return 'changed the page';
  if (written(bare(before)) !== written(bare(after)) || written(column(before)) !== written(column(after))) return 'changed the order';
  if (written(before.sheets) !== written(after.sheets)) return 'changed bands or rows';
  return 'changed the report';
}
