import type { Element, ReportDefinition } from '../../api/generated';
import { allElements, allSections } from '../document/definition';
import type { Selection } from './types';

/** What stands for several things that came together: a level for its header, a heading for its column. */
const speaking: Element['type'][] = ['chart', 'heading', 'total', 'text', 'cell', 'line'];

/** What a report has that it did not have before, as a selection; undefined if there is nothing new. */
export function newest(before: ReportDefinition, after: ReportDefinition): Selection | undefined {
  const levels = (report: ReportDefinition) => allSections(report).flatMap((s) => s.levels?.map((l) => l.id) ?? []);
  const known = new Set(levels(before));
  const level = levels(after).find((id) => !known.has(id));
  if (level !== undefined) return { kind: 'level', id: level };
  const elements = (report: ReportDefinition) => allElements(report).map((p) => p.element);
  const there = new Set(elements(before).map((e) => e.id));
  const added = elements(after).filter((e) => !there.has(e.id));
  const first = speaking.map((type) => added.find((e) => e.type === type)).find((e) => e !== undefined) ?? added[0];
  return first && { kind: 'element', id: first.id };
}
