import type { Edit, ReportDefinition, Section } from '../../api/generated';
import { caption } from '../../shell/caption';
import { offeredFields } from './definition';
import { groupings } from './levelChoices';
import { capital } from '../../shell/capital';

interface NewLevel {
  words: string;
  edit: Edit;
}

/** The levels that can be added to a section: its fields, and the periods of dates, which are grouped by one far more often. */
export function newLevels(definition: ReportDefinition, section: Section, written: (name: string) => string): NewLevel[] {
  const taken = new Set((section.levels ?? []).map((l) => l.by));
  return offeredFields(definition, section).flatMap((field) => {
    const add = { type: 'addLevel' as const, section: section.id, field: field.name };
    const isDate = field.type === 'date' || field.type === 'dateTime';
    const periods = isDate
      ? groupings([field], written, definition.fiscalYearStart).filter((g) => /^(date_trunc|fiscal_year)/.test(g.by))
      : [];
    return [
      ...(taken.has(written(field.name)) ? [] : [{ words: caption(field), edit: add as Edit }]),
      ...periods
        .filter((p) => !taken.has(p.by))
        .map((p) => ({
          words: capital(p.label),
          edit: { ...add, by: p.by, name: capital(p.label), pattern: p.pattern } as Edit,
        })),
    ];
  });
}
