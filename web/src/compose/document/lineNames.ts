import type { Section, VantageStep } from '../../api/generated';

type Part = NonNullable<NonNullable<Section['reportFooter']>['parts']>[number];

const bandsOf = (section: Section) => [
  section.reportHeader,
  ...(section.levels ?? []).flatMap((l) => [l.header, l.footer]),
  section.reportFooter,
];

/** The calculated rows of a section, with the parts that they stand in. */
export const calculatedRows = (section: Section): Part[] =>
  bandsOf(section)
    .flatMap((b) => b?.parts ?? [])
    .filter((p) => p.calculated);

/** The level whose groups are the lines of a statement, as formulas name them. */
export const lineLevel = (section: Section) =>
  section.levels?.find((l) => [...(l.header?.parts ?? []), ...(l.footer?.parts ?? [])].some((p) => p.calculated)) ?? section.levels?.[0];

/** A name as formulas take it. */
export const lineName = (name: string) => (/^[\p{L}_][\p{L}\p{N}_]*$/u.test(name) ? name : `"${name.replaceAll('"', '""')}"`);

/** The groups of the lines' level where the page stands now. */
export function lineGroups(section: Section, vantage: VantageStep[] | undefined): string[] {
  const level = lineLevel(section);
  const step = vantage?.find((s) => s.section === section.id && s.level === level?.id);
  return [...new Set(step?.siblings.map((k) => k.label) ?? [])].filter(Boolean);
}
