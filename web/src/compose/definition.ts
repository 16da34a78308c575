import type { BandKind, Column, Element, ElementChartElement, Field, Level, ReportDefinition, Section } from '../api/generated';
import { caption } from '../shell/caption';

/** Looking things up in a definition. Changing it is the server's business. */
export const mainSection = (report: ReportDefinition): Section => report.sheets![0].sections![0];

export const mainFields = (report: ReportDefinition): Field[] =>
  report.datasets?.find((d) => d.id === mainSection(report).dataset)?.fields ?? [];

/** Those that authors pick from; hidden ones go on working where they are used. */
export const offeredFields = (report: ReportDefinition): Field[] => mainFields(report).filter((f) => !f.hidden);

/** What people read instead of an expression that is just a field. */
export function words(report: ReportDefinition, expression: string): string {
  const field = mainFields(report).find((f) => f.name === expression || `"${f.name}"` === expression);
  return field ? caption(field).toLowerCase() : expression;
}

/** The two directions of an order, in the words that suit what is ordered. */
export function directions(report: ReportDefinition, expression: string): { up: string; down: string } {
  const field = mainFields(report).find((f) => f.name === expression);
  const type = field?.type;
  if (field?.codes?.length) return { up: 'as its codes are listed', down: 'last code first' };
  if (type === 'text') return { up: 'A to Z', down: 'Z to A' };
  if (type === 'date' || type === 'dateTime') return { up: 'earliest first', down: 'latest first' };
  return { up: 'smallest first', down: 'largest first' };
}

/** The index at which a column ends up when it is dragged sideways by some points; undefined if it stays. */
export function dropIndex(report: ReportDefinition, id: string, by: number): number | undefined {
  let x = 0;
  const middles = (mainSection(report).columns ?? []).map((c) => ({ id: c.id, middle: (x += c.width) - c.width / 2 }));
  const own = middles.findIndex((c) => c.id === id);
  if (own < 0) return undefined;
  const to = middles.filter((c) => c.id !== id && c.middle < middles[own].middle + by).length;
  return to === own ? undefined : to;
}

export interface Placed {
  element: Element;
  band: BandKind;
  level: number;
}

export function allElements(report: ReportDefinition): Placed[] {
  const section = mainSection(report);
  const bands: [BandKind, number, Section['detail']][] = [
    ['pageHeader', 0, section.pageHeader], ['reportHeader', 0, section.reportHeader],
    ...(section.levels ?? []).flatMap((l, i): [BandKind, number, Section['detail']][] => [['groupHeader', i + 1, l.header], ['groupFooter', i + 1, l.footer]]),
    ['detail', 0, section.detail], ['reportFooter', 0, section.reportFooter], ['pageFooter', 0, section.pageFooter],
  ];
  return bands.flatMap(([band, level, content]) => (content?.parts ?? []).flatMap((part) => (part.elements ?? []).map((element) => ({ element, band, level }))));
}

export const findElement = (report: ReportDefinition, id: string): Placed | undefined => allElements(report).find((p) => p.element.id === id);

export const findColumn = (report: ReportDefinition, id: string): Column | undefined => mainSection(report).columns?.find((c) => c.id === id);

export const findLevel = (report: ReportDefinition, id: string): Level | undefined => mainSection(report).levels?.find((l) => l.id === id);

export const isChart = (element: Element): element is ElementChartElement & { type: 'chart' } => element.type === 'chart';

const bandWords: Record<BandKind, string> = {
  reportHeader: 'Report header', pageHeader: 'Page header', groupHeader: 'header', detail: 'Rows', groupFooter: 'footer', pageFooter: 'Page footer', reportFooter: 'Report footer',
};

export function bandName(report: ReportDefinition, band: BandKind, level: number): string {
  const name = mainSection(report).levels?.[level - 1]?.name;
  return name ? `${name} ${bandWords[band]}` : bandWords[band];
}
