import type { ComposeBand, Level, ReportDefinition, Section } from '../../api/generated';
import { times } from '../../shell/count';
import { color, levelColor } from '../../theme/tokens';
import { findSection } from './definition';

/** A bracket at the left of the page: what is printed between its ends, how often, and where it is drawn. */
export interface Rail {
  section: Section;
  /** Null for the whole of a section, and for its rows. */
  level: Level | null;
  isRows: boolean;
  name: string;
  note: string;
  tone: string;
  /** From left to right: how deep it is nested. */
  slot: number;
  /** The first and the last band that it embraces. */
  first: number;
  last: number;
}

/** The rails of a sheet: one a section, one a level, one for the rows; those of an inner section stand further in. */
export function railsOf(report: ReportDefinition, bands: ComposeBand[]): Rail[] {
  const ids = [...new Set(bands.filter((b) => b.kind !== 'pageHeader' && b.kind !== 'pageFooter').map((b) => b.section))];
  const slots = new Map<string, number>();
  return ids.flatMap((id) => {
    const section = findSection(report, id);
    if (!section) return [];
    const own = bands.map((band, at) => ({ band, at })).filter(({ band }) => band.section === id);
    const levels = section.levels ?? [];
    const depth = own[0].band.depth;
    // An inner section begins where the rails of the one around it end.
    const around = ids
      .slice(0, ids.indexOf(id))
      .reverse()
      .find((other) => bands.find((b) => b.section === other)!.depth < depth);
    const base = around === undefined ? 0 : slots.get(around)!;
    slots.set(id, base + levels.length + 2);
    const span = (from: ComposeBand['kind'], to: ComposeBand['kind'], level: number) => {
      const found = own.filter(({ band }) => (band.kind === from || band.kind === to) && band.level === level).map(({ at }) => at);
      return { first: found[0] ?? -1, last: lastInside(bands, found[found.length - 1]) };
    };
    const printed = (kind: ComposeBand['kind'], level: number) =>
      times(Number(own.find(({ band }) => band.kind === kind && band.level === level)?.band.printed ?? 0));
    const whole = { section, level: null, isRows: false, name: depth === 0 ? 'Report' : 'List', tone: color.ink, slot: base };
    return [
      { ...whole, note: depth === 0 ? 'once' : printed('reportHeader', 0), ...span('reportHeader', 'reportFooter', 0) },
      ...levels.map((level, i) => ({
        section,
        level,
        isRows: false,
        name: level.name,
        note: printed('groupHeader', i + 1),
        tone: levelColor(i + 1),
        slot: base + i + 1,
        ...span('groupHeader', 'groupFooter', i + 1),
      })),
      {
        section,
        level: null,
        isRows: true,
        name: 'Rows',
        note: printed('detail', 0),
        tone: color.rows,
        slot: base + levels.length + 1,
        ...span('detail', 'detail', 0),
      },
    ].filter((rail) => rail.first >= 0); // What was just added is not among the bands yet.
  });
}

/** The last band of the sections inside of a band, or the band itself. */
function lastInside(bands: ComposeBand[], at: number): number {
  let last = at;
  while (bands[last + 1]?.depth > bands[at]?.depth) last++;
  return last;
}
