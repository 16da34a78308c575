import type {
  BandKind,
  CrosstabField,
  Edit,
  Element,
  ElementChartElement,
  ElementCrosstabElement,
  Link,
  ReportDefinition,
  Section,
  ValueSource,
} from '../../api/generated';
import type { Choice } from '../../sentence/Blank';
import { caption } from '../../shell/caption';
import { allElements, findElement, findPart, offeredFields, words } from '../document/definition';
import { fieldsOf, isCrosstab } from '../document/fields';
import { midSentence } from '../../shell/midSentence';

/** What a link stands on: an element, or a part of a band. */
export interface LinkPlace {
  id: string;
  /** Of a chart, whose marks are clicked. */
  chart?: ElementChartElement;
  element?: Element;
  /** What is clicked, in words, where it is not simply the element: “a cell”. */
  clicked?: string;
  link?: Link | null;
  section: Section;
  band: BandKind;
  level: number;
}

export interface Source extends Choice {
  source: ValueSource;
}

/** Everything that a link can carry from where it stands. */
export function sourcesAt(
  place: LinkPlace,
  definition: ReportDefinition,
  whole: boolean,
  written: (name: string) => string,
  hasRanges: (chart: ElementChartElement) => boolean,
): Source[] {
  const { chart, section, band, level } = place;
  const crosstab = isCrosstab(place.element) ? place.element : undefined;
  const own = chart?.own ?? crosstab?.own;
  // Of rows of its own, a chart knows the levels that they are matched to.
  const levels = (section.levels ?? [])
    .slice(0, band === 'detail' ? undefined : level)
    .filter((l) => !own || (own.match ?? []).some((m) => m.around === l.by));
  const fields = crosstab ? clickedFields(crosstab, place.id) : [];
  const marks = chart !== undefined && !whole;
  const clicked = chart ? `the clicked ${words(definition, chart.category.by, section)}` : '';
  const hasEnds = chart !== undefined && (hasRanges(chart) || chart.category.by.toLowerCase().startsWith('date_trunc'));
  const ends = ['start', 'end'] as const;
  const all: { label: string; source: ValueSource }[] = [
    ...(marks ? [{ label: clicked, source: { type: 'category' } as ValueSource }] : []),
    ...(marks && hasEnds
      ? ends.map((part) => ({ label: `the ${part} of ${clicked}`, source: { type: 'category', part } as ValueSource }))
      : []),
    ...(marks && chart.series
      ? [{ label: `the clicked ${words(definition, chart.series.by, section)}`, source: { type: 'series' } as ValueSource }]
      : []),
    ...(marks && /^date_trunc\b/i.test(chart.series?.by ?? '')
      ? ends.map((part) => ({
          label: `the ${part} of the clicked ${words(definition, chart.series!.by, section)}`,
          source: { type: 'series', part } as ValueSource,
        }))
      : []),
    ...fields.map((f) => ({ label: `the clicked ${midSentence(f.name)}`, source: { type: 'level', level: f.id } as ValueSource })),
    ...fields
      .filter((f) => /^date_trunc\b/i.test(f.by))
      .flatMap((f) =>
        ends.map((part) => ({
          label: `the ${part} of the clicked ${midSentence(f.name)}`,
          source: { type: 'level', level: f.id, part } as ValueSource,
        })),
      ),
    // What is the same in all rows of a mark or a cell goes along too, though it is not shown.
    ...(marks || (crosstab && !fieldsOf(crosstab).some((f) => f.id === place.id))
      ? (definition.datasets?.find((d) => d.id === (own?.dataset ?? section.dataset))?.fields ?? [])
      : []
    )
      .filter((f) => !f.hidden && ![chart?.category.by, chart?.series?.by, ...fields.map((one) => one.by)].includes(written(f.name)))
      .map((f) => ({
        label: `the ${midSentence(caption(f))} that all its rows have`,
        source: { type: 'expression', expression: written(f.name) } as ValueSource,
      })),
    ...levels.map((l) => ({ label: `the ${midSentence(l.name)} around it`, source: { type: 'level', level: l.id } as ValueSource })),
    ...levels
      .filter((l) => /^date_trunc\b/i.test(l.by))
      .flatMap((l) =>
        ends.map((part) => ({
          label: `the ${part} of the ${midSentence(l.name)} around it`,
          source: { type: 'level', level: l.id, part } as ValueSource,
        })),
      ),
    ...(band === 'detail' ? offeredFields(definition, section) : []).map((f) => ({
      label: `the ${midSentence(caption(f))} of the row`,
      source: { type: 'expression', expression: written(f.name) } as ValueSource,
    })),
    ...(definition.parameters ?? []).map((p) => ({
      label: `${(p.label ?? p.name).toLowerCase()} as it is here`,
      source: { type: 'parameter', name: p.name } as ValueSource,
    })),
  ];
  return all.map((one) => ({ ...one, value: keyOf(one.source) }));
}

/** The fields whose keys a click brings: on a heading, those of its direction; else all of them. */
function clickedFields(crosstab: ElementCrosstabElement, id: string) {
  const direction = [crosstab.down ?? [], crosstab.across ?? []].find((fields) => fields.some((f) => f.id === id));
  return direction ?? fieldsOf(crosstab);
}

/** The link that stands on something: an element, a part of a band, a heading or a total of a crosstab. */
export function linkAt(report: ReportDefinition, id: string): Link | null | undefined {
  const [part, element] = [findPart(report, id), findElement(report, id)?.element];
  if (part ?? element) return (part ?? element)?.link;
  for (const field of allElements(report).flatMap((p) => (isCrosstab(p.element) ? fieldsOf(p.element) : []))) {
    if (field.id === id) return field.link;
    if (`${field.id}-total` === id) return field.totalLink;
  }
  return undefined;
}

/** The edit that puts a link there; nothing where there is no such thing. */
export function putLink(report: ReportDefinition, id: string, link: Link | null): Edit | undefined {
  const [part, element] = [findPart(report, id), findElement(report, id)?.element];
  if (part) return { type: 'replace', item: { kind: 'part', part: { ...part, link } } };
  if (element) return { type: 'replace', item: { kind: 'element', element: { ...element, link } } };
  const holder = allElements(report)
    .map((p) => p.element)
    .find((e) => isCrosstab(e) && fieldsOf(e).some((f) => f.id === id || `${f.id}-total` === id));
  if (!isCrosstab(holder)) return undefined;
  const changed = (fields: CrosstabField[] = []) =>
    fields.map((f) => (f.id === id ? { ...f, link } : `${f.id}-total` === id ? { ...f, totalLink: link } : f));
  const next = { ...holder, down: changed(holder.down), across: changed(holder.across) };
  return { type: 'replace', item: { kind: 'element', element: next } };
}

/** What tells one source from others. */
export function keyOf(from: ValueSource): string {
  switch (from.type) {
    case 'category':
      return from.part && from.part !== 'whole' ? `category:${from.part}` : 'category';
    case 'series':
      return from.part && from.part !== 'whole' ? `series:${from.part}` : 'series';
    case 'level':
      return `level:${from.level}${from.part && from.part !== 'whole' ? `:${from.part}` : ''}`;
    case 'parameter':
      return `parameter:${from.name}`;
    case 'expression':
      return `expression:${from.expression}`;
    default:
      return '';
  }
}

export function wordsOf(from: ValueSource | undefined, sources: Source[]): string {
  if (!from) return 'nothing yet';
  if (from.type === 'fixed') return `“${from.value}”`;
  const known = sources.find((s) => s.value === keyOf(from))?.label;
  return known ?? (from.type === 'expression' ? from.expression : 'something that is gone');
}

/** A link and those beside it, as a list. */
export const linksOf = (link?: Link | null): Link[] => (link ? [link, ...(link.also ?? [])] : []);

/** The list as one link with those beside it. */
export const together = ([first, ...also]: Link[]): Link | null => (first ? { ...first, also } : null);

/** The names in a web address that stand for values. */
export const namesIn = (address: string): string[] => [...new Set([...address.matchAll(/\{\{\s*(\w+)\s*\}\}/g)].map((m) => m[1]))];
