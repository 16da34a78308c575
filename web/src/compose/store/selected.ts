import type { Element, ReportDefinition } from '../../api/generated';
import type { Selection } from '../session/types';
import { arranged, arrangements, type ArrangementWords, type Moved } from '../document/arranging';
import { allElements, findElement, partOf } from '../document/definition';

/**
 * The ids of all elements that are selected, the one that settings are shown of first.
 * @param definition Given, a column that is selected as a whole gives all of its elements.
 */
export function selectedIds(selection: Selection, definition?: ReportDefinition): string[] {
  if (selection.kind !== 'element') return [];
  const column = selection.column && definition && findElement(definition, selection.id)?.element.column;
  const others = column
    ? allElements(definition)
        .map((p) => p.element)
        .filter((e) => e.column === column && e.id !== selection.id)
        .map((e) => e.id)
    : [];
  return [selection.id, ...(selection.more ?? []), ...others];
}

/** Those of the selected elements that stand at a place of their own, in no column, and may be moved. */
export const freeOnes = (definition: ReportDefinition, selection: Selection): Element[] =>
  selectedIds(selection)
    .map((id) => findElement(definition, id)?.element)
    .filter((e): e is Element => e !== undefined && !e.column && !e.locked);

/** The ways in which what is selected can be arranged: elements in one part, since heights are counted from its top; else none. */
export function arrangementsOf(definition: ReportDefinition, selection: Selection): (ArrangementWords & { places: () => Moved[] })[] {
  const free = freeOnes(definition, selection);
  if (new Set(free.map((e) => partOf(definition, e.id)?.id)).size !== 1) return [];
  const columns = findElement(definition, free[0].id)?.section.columns ?? [];
  const edges = columns.reduce((all, c) => [...all, all[all.length - 1] + c.width], [0]);
  return arrangements
    .filter((a) => a.least <= free.length && (columns.length > 0 || !a.toColumns))
    .map((a) => ({ ...a, places: () => arranged(free, a.how, edges) }));
}

/** The selection with one more element, or without one that was in it. */
export function toggled(selection: Selection, id: string): Selection {
  const ids = selectedIds(selection);
  const next = ids.includes(id) ? ids.filter((i) => i !== id) : [id, ...ids];
  return selectionOf(next);
}

export const selectionOf = ([id, ...more]: string[]): Selection =>
  id === undefined ? { kind: 'report' } : more.length ? { kind: 'element', id, more } : { kind: 'element', id };
