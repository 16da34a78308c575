import type { CrosstabField, ElementCrosstabElement, ReportDefinition } from '../../api/generated';
import type { Grouping } from './levelChoices';
import { capital } from '../../shell/capital';

export type Direction = 'down' | 'across';

/** Changes a crosstab as it is when the change has its turn, so that quick changes do not undo each other. */
export type ChangeCrosstab = (change: (now: ElementCrosstabElement) => Partial<ElementCrosstabElement>) => void;

export const isCrosstab = (element?: { type?: string }): element is ElementCrosstabElement & { type: 'crosstab' } =>
  element?.type === 'crosstab';

export const fieldsOf = (crosstab: ElementCrosstabElement): CrosstabField[] => [...(crosstab.down ?? []), ...(crosstab.across ?? [])];

/** A name that no other field of the crosstab has. */
export function freeName(crosstab: ElementCrosstabElement, wanted: string, own?: string): string {
  const taken = new Set(
    fieldsOf(crosstab)
      .filter((f) => f.id !== own)
      .map((f) => f.name.toLowerCase()),
  );
  let name = capital(wanted);
  for (let n = 2; taken.has(name.toLowerCase()); n++) name = `${capital(wanted)} ${n}`;
  return name;
}

/** A new field under an id that nothing in the report has. */
export function newField(definition: ReportDefinition, crosstab: ElementCrosstabElement, by: string, way?: Grouping): CrosstabField {
  const all = JSON.stringify(definition);
  let n = 1;
  const isTaken = (id: string) => all.includes(`"${id}"`) || fieldsOf(crosstab).some((f) => f.id === id);
  while (isTaken(`xf${n}`)) n++;
  return { id: `xf${n}`, name: freeName(crosstab, way?.label ?? by), by, pattern: way?.pattern || null };
}

/** The crosstab with one of its fields changed. */
export const withField = (crosstab: ElementCrosstabElement, id: string, change: Partial<CrosstabField>) => {
  const changed = (fields: CrosstabField[] = []) => fields.map((f) => (f.id === id ? { ...f, ...change } : f));
  return { down: changed(crosstab.down), across: changed(crosstab.across) };
};

/** The crosstab with one of its fields a place further in or out. */
export function moved(fields: CrosstabField[], id: string, by: number): CrosstabField[] {
  const at = fields.findIndex((f) => f.id === id);
  const to = at + by;
  if (at < 0 || to < 0 || to >= fields.length) return fields;
  const next = [...fields];
  next.splice(to, 0, ...next.splice(at, 1));
  return next;
}
