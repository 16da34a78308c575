import type { GroupAddress, LinkAction } from '../../api/generated';

/** What a click asks for. */
export interface MarkTarget {
  /** The id of the report that opens; empty for the one that was clicked. */
  report: string;
  title: string;
  values: Record<string, string>;
  open: 'beside' | 'here' | 'newTab';
  proof?: string;
  sheet?: string;
  /** A web address that opens instead of a report. */
  address?: string;
  /** The group of the same report that is gone to. */
  group?: GroupAddress;
  /** The group that is opened or closed in place. */
  toggle?: string;
}

/** Everything that a click on a mark may do, the first link first; empty where it does nothing. */
export function targetsOf({ dataset }: SVGElement): MarkTarget[] {
  if (dataset.opens !== undefined) return [{ report: '', title: '', values: {}, open: 'here', toggle: dataset.opens }];
  if (dataset.report === undefined) return [];
  const first: MarkTarget = {
    report: dataset.report,
    title: dataset.title ?? '',
    values: JSON.parse(dataset.values ?? '{}') as Record<string, string>,
    open: (dataset.open ?? 'beside') as MarkTarget['open'],
    proof: dataset.proof,
    sheet: dataset.sheet,
    address: dataset.address,
    group: dataset.group ? (JSON.parse(dataset.group) as GroupAddress) : undefined,
  };
  const also = JSON.parse(dataset.also ?? '[]') as LinkAction[];
  return [first, ...also.map(targetOf)];
}

const targetOf = (action: LinkAction): MarkTarget => ({
  report: action.report,
  title: action.title,
  values: action.values ?? {},
  open: action.open ?? 'beside',
  proof: action.proof ?? undefined,
  sheet: action.sheet ?? undefined,
  address: action.address ?? undefined,
  group: action.group ?? undefined,
});

/** What an action leads to, with the links beside it. */
export const targetsOfAction = (action: LinkAction): MarkTarget[] => [action, ...(action.also ?? [])].map(targetOf);

/** A web address that may be opened: the server writes no others, and no page is trusted to. */
export const isWebAddress = (address: string) => /^https?:\/\//.test(address);
