/** A report that is being read, with the values that somebody gave, and how it came to be opened. */
export interface Step {
  report: string;
  values: Record<string, string>;
  open: 'beside' | 'here';
  /** The id of the sheet that is shown; the first while it is not set. */
  sheet?: string;
  /** The groups that were opened. */
  opened?: string[];
  /** What the link gave with values that only links may carry. */
  proof?: string;
}

/** Everything that a reading address says. Names that start with ~ are ours; all others are parameters of the report. */
export interface ReadAddress {
  /** The report that was opened first, then the drill-downs in their order. */
  steps: Step[];
  draft: boolean;
}

const query = (step: Step) =>
  new URLSearchParams({
    ...step.values,
    ...(step.sheet ? { '~sheet': step.sheet } : {}),
    ...(step.proof ? { '~proof': step.proof } : {}),
    ...(step.opened?.length ? { '~open': JSON.stringify(step.opened) } : {}),
  }).toString();

const oursOf = (search: URLSearchParams) => {
  const [proof, sheet, opened] = [search.get('~proof'), search.get('~sheet'), listOf(search.get('~open'))];
  return { ...(proof ? { proof } : {}), ...(sheet ? { sheet } : {}), ...(opened ? { opened } : {}) };
};

export function readAddress(report: string, search: URLSearchParams): ReadAddress {
  const values = Object.fromEntries([...search].filter(([name]) => !name.startsWith('~')));
  const steps: Step[] = [{ report, values, open: 'here', ...oursOf(search) }];
  for (const then of search.getAll('~then')) {
    const [, open, id, rest] = /^(beside|here):([^?]+)\??(.*)$/.exec(then) ?? [];
    if (!id) continue;
    const inner = new URLSearchParams(rest);
    steps.push({
      report: id,
      open: open as Step['open'],
      values: Object.fromEntries([...inner].filter(([name]) => !name.startsWith('~'))),
      ...oursOf(inner),
    });
  }
  return { steps, draft: search.get('~draft') === '1' };
}

export function writeAddress({ steps, draft }: ReadAddress): string {
  const search = new URLSearchParams(query(steps[0]));
  for (const step of steps.slice(1)) search.append('~then', `${step.open}:${step.report}?${query(step)}`);
  if (draft) search.set('~draft', '1');
  const text = search.toString();
  return `/read/${encodeURIComponent(steps[0].report)}${text ? `?${text}` : ''}`;
}

/** The steps that are on screen: the last one, and the one that it was opened beside of. */
export function visible(steps: Step[]): number[] {
  const last = steps.length - 1;
  return last > 0 && steps[last].open === 'beside' ? [last - 1, last] : [last];
}

/** A list of texts as addresses hold it; undefined for anything else. */
function listOf(text: string | null): string[] | undefined {
  try {
    const list: unknown = JSON.parse(text ?? 'null');
    return Array.isArray(list) && list.length > 0 ? list.filter((one): one is string => typeof one === 'string') : undefined;
  } catch {
    return undefined;
  }
}
