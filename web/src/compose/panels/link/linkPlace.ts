import type { BandKind, ElementChartElement, Element, Link, ReportDefinition, Section, ValueSource } from '../../../api/generated';
import type { Choice } from '../../../sentence/Blank';
import { caption } from '../../../shell/caption';
import { offeredFields, words } from '../../definition';

/** What a link stands on: an element, or a part of a band. */
export interface LinkPlace {
  id: string;
  /** Of a chart, whose marks are clicked. */
  chart?: ElementChartElement;
  element?: Element;
  link?: Link | null;
  section: Section;
  band: BandKind;
  level: number;
}

export interface Source extends Choice {
  source: ValueSource;
}

/** Everything that a link can carry from where it stands. */
export function sourcesAt(place: LinkPlace, definition: ReportDefinition, whole: boolean, written: (name: string) => string): Source[] {
  const { chart, section, band, level } = place;
  // Of rows of its own, a chart knows the levels that they are matched to.
  const levels = (section.levels ?? [])
    .slice(0, band === 'detail' ? undefined : level)
    .filter((l) => !chart?.own || (chart.own.match ?? []).some((m) => m.around === l.by));
  const marks = chart !== undefined && !whole;
  const clicked = chart ? `the clicked ${words(definition, chart.category.by, section)}` : '';
  const hasEnds =
    chart !== undefined &&
    (chart.category.ranges != null || chart.chart === 'histogram' || chart.category.by.toLowerCase().startsWith('date_trunc'));
  const ends = ['start', 'end'] as const;
  const all: { label: string; source: ValueSource }[] = [
    ...(marks ? [{ label: clicked, source: { type: 'category' } as ValueSource }] : []),
    ...(marks && hasEnds
      ? ends.map((part) => ({ label: `the ${part} of ${clicked}`, source: { type: 'category', part } as ValueSource }))
      : []),
    ...(marks && chart.series
      ? [{ label: `the clicked ${words(definition, chart.series.by, section)}`, source: { type: 'series' } as ValueSource }]
      : []),
    // What is the same in all rows of a mark goes along too, though it is not drawn.
    ...(marks ? (definition.datasets?.find((d) => d.id === (chart.own?.dataset ?? section.dataset))?.fields ?? []) : [])
      .filter((f) => !f.hidden && ![chart?.category.by, chart?.series?.by].includes(written(f.name)))
      .map((f) => ({
        label: `the ${caption(f).toLowerCase()} that all its rows have`,
        source: { type: 'expression', expression: written(f.name) } as ValueSource,
      })),
    ...levels.map((l) => ({ label: `the ${l.name.toLowerCase()} around it`, source: { type: 'level', level: l.id } as ValueSource })),
    ...levels
      .filter((l) => /^date_trunc\b/i.test(l.by))
      .flatMap((l) =>
        ends.map((part) => ({
          label: `the ${part} of the ${l.name.toLowerCase()} around it`,
          source: { type: 'level', level: l.id, part } as ValueSource,
        })),
      ),
    ...(band === 'detail' ? offeredFields(definition, section) : []).map((f) => ({
      label: `the ${caption(f).toLowerCase()} of the row`,
      source: { type: 'expression', expression: written(f.name) } as ValueSource,
    })),
    ...(definition.parameters ?? []).map((p) => ({
      label: `${(p.label ?? p.name).toLowerCase()} as it is here`,
      source: { type: 'parameter', name: p.name } as ValueSource,
    })),
  ];
  return all.map((one) => ({ ...one, value: keyOf(one.source) }));
}

/** What tells one source from others. */
export function keyOf(from: ValueSource): string {
  switch (from.type) {
    case 'category':
      return from.part && from.part !== 'whole' ? `category:${from.part}` : 'category';
    case 'series':
      return 'series';
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
