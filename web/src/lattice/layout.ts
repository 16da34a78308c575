/** Where a report lies on the map, in pixels. */
export interface Place {
  x: number;
  y: number;
}

export const columnWidth = 330;
const gap = 36;

/**
 * Lays reports out in columns: each stands to the right of those that lead to it, as far as links run in no circle. Within a column, one
 * stands near the middle of those that lead to it; what has no links at all comes last, below.
 */
export function laidOut(reports: { id: string; height: number }[], links: { from: string; to: string | null }[]): Map<string, Place> {
  const known = new Set(reports.map((r) => r.id));
  const on = new Map(reports.map((r) => [r.id, new Set<string>()]));
  for (const { from, to } of links) if (to !== null && to !== from && known.has(from) && known.has(to)) on.get(from)!.add(to);
  const linked = new Set([...on].flatMap(([from, to]) => (to.size ? [from, ...to] : [])));
  const depth = depths(on);
  const places = new Map<string, Place>();
  const columns: { id: string; height: number }[][] = [];
  for (const report of reports.filter((r) => linked.has(r.id))) (columns[depth.get(report.id)!] ??= []).push(report);
  let bottom = 0;
  columns.forEach((column, i) => {
    const wanted = (id: string) => {
      const before = [...on].filter(([, to]) => to.has(id)).flatMap(([from]) => places.get(from)?.y ?? []);
      return before.length ? before.reduce((a, b) => a + b, 0) / before.length : 0;
    };
    let y = 0;
    for (const report of [...column].sort((a, b) => wanted(a.id) - wanted(b.id))) {
      y = Math.max(y, wanted(report.id));
      places.set(report.id, { x: i * columnWidth, y });
      y += report.height + gap;
    }
    bottom = Math.max(bottom, y);
  });
  const perRow = Math.max(3, columns.length);
  const alone = reports.filter((r) => !linked.has(r.id));
  const tallest = Math.max(0, ...alone.map((r) => r.height));
  alone.forEach((report, i) => {
    places.set(report.id, { x: (i % perRow) * columnWidth, y: bottom + gap + Math.floor(i / perRow) * (tallest + gap) });
  });
  return places;
}

/** How many links lead to each at most, one after the other; a link that closes a circle does not count. */
function depths(on: Map<string, Set<string>>): Map<string, number> {
  const depth = new Map([...on.keys()].map((id) => [id, 0]));
  const walk = (id: string, path: Set<string>) => {
    for (const next of on.get(id)!) {
      if (path.has(next) || depth.get(next)! >= depth.get(id)! + 1) continue;
      depth.set(next, depth.get(id)! + 1);
      walk(next, new Set(path).add(next));
    }
  };
  for (const id of on.keys()) walk(id, new Set([id]));
  return depth;
}
