import type { Band, Link, ReportDefinition, Section } from '../api/generated';

type Linked = { id: string; link?: Link | null };

/** A report without one of the links of an element or a part; what stood beside it takes its place. */
export function withoutLink(report: ReportDefinition, on: string, index: number): ReportDefinition {
  const unlinked = <T extends Linked>(thing: T): T => {
    if (thing.id !== on || !thing.link) return thing;
    const [first, ...also] = [thing.link, ...(thing.link.also ?? [])].filter((_, i) => i !== index);
    return { ...thing, link: first ? { ...first, also } : null };
  };
  const band = (b?: Band): Band | undefined =>
    b && {
      ...b,
      parts: b.parts?.map((p) => ({ ...unlinked(p), elements: p.elements?.map(unlinked), sections: p.sections?.map(section) })),
    };
  const section = (s: Section): Section => ({
    ...s,
    reportHeader: band(s.reportHeader),
    reportFooter: band(s.reportFooter),
    detail: band(s.detail),
    levels: s.levels?.map((l) => ({ ...l, header: band(l.header), footer: band(l.footer) })),
  });
  return {
    ...report,
    sheets: report.sheets?.map((s) => ({
      ...s,
      pageHeader: band(s.pageHeader),
      pageFooter: band(s.pageFooter),
      sections: s.sections?.map(section),
    })),
  };
}
