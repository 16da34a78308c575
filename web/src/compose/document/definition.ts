import type {
  BandKind,
  BandPart,
  Column,
  Element,
  ElementChartElement,
  Field,
  Level,
  ReportDefinition,
  Section,
  Sheet,
} from '../../api/generated';
import { caption } from '../../shell/caption';
import { midSentence } from '../../shell/midSentence';

/** Looking things up in a definition. Changing it is the server's business. */
export const mainSection = (report: ReportDefinition): Section => report.sheets![0].sections![0];

/** Every section, those inside of others after the one that they are in. */
export const allSections = (report: ReportDefinition): Section[] =>
  (report.sheets ?? []).flatMap((s) => s.sections ?? []).flatMap(sectionsIn);

/** A section, and those inside of it. */
export const sectionsIn = (section: Section): Section[] => [
  section,
  ...bandsOf(section)
    .flatMap(([, , band]) => band?.parts ?? [])
    .flatMap((part) => part.sections ?? [])
    .flatMap(sectionsIn),
];

export const findSection = (report: ReportDefinition, id: string): Section | undefined => allSections(report).find((s) => s.id === id);

export const findSheet = (report: ReportDefinition, id: string): Sheet | undefined => report.sheets?.find((s) => s.id === id);

export const fieldsOf = (report: ReportDefinition, section: Section): Field[] =>
  report.datasets?.find((d) => d.id === section.dataset)?.fields ?? [];

export const mainFields = (report: ReportDefinition): Field[] => fieldsOf(report, mainSection(report));

/** Those that authors pick from; hidden ones go on working where they are used. */
export const offeredFields = (report: ReportDefinition, section = mainSection(report)): Field[] =>
  fieldsOf(report, section).filter((f) => !f.hidden);

/** True if an expression is nothing but the field, plain or in quotes. */
const isNamed = (field: Field, expression: string) =>
  expression === field.name || (expression.startsWith('"') && expression.slice(1, -1).replaceAll('""', '"') === field.name);

/** What people read instead of an expression that is just a field. */
export function words(report: ReportDefinition, expression: string, section = mainSection(report)): string {
  const field = fieldsOf(report, section).find((f) => isNamed(f, expression));
  return field ? midSentence(caption(field)) : expression;
}

/** The two directions of an order, in the words that suit what is ordered. */
export function directions(report: ReportDefinition, expression: string, section = mainSection(report)): { up: string; down: string } {
  const field = fieldsOf(report, section).find((f) => isNamed(f, expression));
  const type = field?.type;
  if (field?.codes?.length) return { up: 'as its codes are listed', down: 'last code first' };
  if (type === 'text') return { up: 'A to Z', down: 'Z to A' };
  if (type === 'date' || type === 'dateTime' || /^date_trunc\b/i.test(expression)) return { up: 'earliest first', down: 'latest first' };
  return { up: 'smallest first', down: 'largest first' };
}

/** The index at which a column ends up when it is dragged sideways by some points; undefined if it stays. */
export function dropIndex(report: ReportDefinition, id: string, by: number): number | undefined {
  let x = 0;
  const columns = allSections(report).find((s) => s.columns?.some((c) => c.id === id))?.columns ?? [];
  const middles = columns.map((c) => ({ id: c.id, middle: (x += c.width) - c.width / 2 }));
  const own = middles.findIndex((c) => c.id === id);
  if (own < 0) return undefined;
  const to = middles.filter((c) => c.id !== id && c.middle < middles[own].middle + by).length;
  return to === own ? undefined : to;
}

/** The column before which something is let go at a distance from the section's left side, in points; undefined at the end. */
export function columnAt(section: Section, x: number): string | undefined {
  let edge = 0;
  return section.columns?.find((c) => x < (edge += c.width) - c.width / 2)?.id;
}

export interface Placed {
  element: Element;
  /** Of page bands, the first section of the sheet. */
  section: Section;
  band: BandKind;
  level: number;
}

type PlacedBand = [BandKind, number, Section['detail']];

const bandsOf = (section: Section): PlacedBand[] => [
  ['reportHeader', 0, section.reportHeader],
  ...(section.levels ?? []).flatMap((l, i): PlacedBand[] => [
    ['groupHeader', i + 1, l.header],
    ['groupFooter', i + 1, l.footer],
  ]),
  ['detail', 0, section.detail],
  ['reportFooter', 0, section.reportFooter],
];

/** The parts of a band, from top to bottom; of a page band, those of the section's sheet. */
export function partsOf(report: ReportDefinition, section: Section, band: BandKind, level: number): BandPart[] {
  const sheet = report.sheets?.find((s) => s.sections?.some((own) => sectionsIn(own).some((inner) => inner.id === section.id)));
  if (band === 'pageHeader') return sheet?.pageHeader?.parts ?? [];
  if (band === 'pageFooter') return sheet?.pageFooter?.parts ?? [];
  return bandsOf(section).find(([kind, at]) => kind === band && at === level)?.[2]?.parts ?? [];
}

/** The part in which an element stands. */
export const partOf = (report: ReportDefinition, element: string): BandPart | undefined =>
  allParts(report).find((p) => p.elements?.some((e) => e.id === element));

export const findPart = (report: ReportDefinition, id: string): BandPart | undefined => allParts(report).find((p) => p.id === id);

const allParts = (report: ReportDefinition): BandPart[] => [
  ...(report.sheets ?? []).flatMap((s) => [...(s.pageHeader?.parts ?? []), ...(s.pageFooter?.parts ?? [])]),
  ...allSections(report).flatMap((s) => bandsOf(s).flatMap(([, , content]) => content?.parts ?? [])),
];

export function allElements(report: ReportDefinition): Placed[] {
  const placed = (section: Section, bands: PlacedBand[]) =>
    bands.flatMap(([band, level, content]) =>
      (content?.parts ?? []).flatMap((part) => (part.elements ?? []).map((element) => ({ element, section, band, level }))),
    );
  const onPages = (report.sheets ?? []).flatMap((s) =>
    placed(s.sections![0], [
      ['pageHeader', 0, s.pageHeader],
      ['pageFooter', 0, s.pageFooter],
    ]),
  );
  return [...onPages, ...allSections(report).flatMap((s) => placed(s, bandsOf(s)))];
}

/** What is looked up all the time, by ids; a definition is never changed in place. */
interface Index {
  elements: Map<string, Placed>;
  columns: Map<string, Column>;
}
const indexes = new WeakMap<ReportDefinition, Index>();

function indexOf(report: ReportDefinition): Index {
  const known = indexes.get(report);
  if (known) return known;
  const index: Index = { elements: new Map(), columns: new Map() };
  // Of two under one id, the first counts.
  for (const placed of allElements(report).reverse()) index.elements.set(placed.element.id, placed);
  for (const column of allSections(report)
    .flatMap((s) => s.columns ?? [])
    .reverse())
    index.columns.set(column.id, column);
  indexes.set(report, index);
  return index;
}

export const findElement = (report: ReportDefinition, id: string): Placed | undefined => indexOf(report).elements.get(id);

export const findColumn = (report: ReportDefinition, id?: string | null): Column | undefined =>
  id ? indexOf(report).columns.get(id) : undefined;

/** The section to which a column belongs. */
export const sectionOfColumn = (report: ReportDefinition, id?: string | null): Section =>
  allSections(report).find((s) => s.columns?.some((c) => c.id === id)) ?? mainSection(report);

export const findLevel = (report: ReportDefinition, id: string): Level | undefined =>
  allSections(report)
    .flatMap((s) => s.levels ?? [])
    .find((l) => l.id === id);

export const sectionOfLevel = (report: ReportDefinition, id: string): Section =>
  allSections(report).find((s) => s.levels?.some((l) => l.id === id)) ?? mainSection(report);

export const isChart = (element: Element): element is ElementChartElement & { type: 'chart' } => element.type === 'chart';

const bandWords: Record<BandKind, string> = {
  reportHeader: 'Report header',
  pageHeader: 'Page header',
  groupHeader: 'header',
  detail: 'Rows',
  groupFooter: 'footer',
  pageFooter: 'Page footer',
  reportFooter: 'Report footer',
};

export function bandName(section: Section, band: BandKind, level: number): string {
  const name = section.levels?.[level - 1]?.name;
  return name ? `${name} ${bandWords[band]}` : bandWords[band];
}
