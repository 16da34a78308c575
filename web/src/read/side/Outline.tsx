import { Pane } from '../../shell/Pane';
import Box from '@mui/material/Box';
import { useInfiniteQuery } from '@tanstack/react-query';
import { Fragment, useState, type ReactNode } from 'react';
import { api } from '../../api/client';
import type { OutlineEntry } from '../../api/generated';
import { count, numbers } from '../../shell/count';
import { color, levelColor } from '../../theme/tokens';

interface Props {
  run: string;
  sheet: string;
  /** True once the last page is known. */
  complete: boolean;
  page: number;
  onGo: (page: number) => void;
  /** What stands below it. */
  children?: ReactNode;
}

/** The groups of the report with the pages on which they begin: a tree that is one stop for Tab. A long one is opened group by group. */
export function Outline(props: Props) {
  const [stop, setStop] = useState<string>();
  return (
    <Pane label="In this report" region="outline" side="left" width={190} isNavigation>
      <Box component="h2" sx={{ fontSize: 12, color: color.muted, m: 0, mb: 0.75 }}>
        In this report
      </Box>
      <Groups key={props.sheet} {...props} stop={stop} onStop={setStop} section="" level={0} group={0} />
      {props.children}
    </Pane>
  );
}

/** Up and down lead from group to group; right opens one or leads into it, left closes it or leads out. */
function walkTree(e: React.KeyboardEvent<HTMLElement>) {
  const all = [...e.currentTarget.querySelectorAll<HTMLElement>('[role=treeitem]')];
  const at = all.indexOf(e.target as HTMLElement);
  if (at < 0) return;
  const item = all[at];
  const depth = (one: HTMLElement) => Number(one.getAttribute('aria-level'));
  const expanded = item.getAttribute('aria-expanded');
  const flip = () => item.querySelector<HTMLElement>('[data-flip]')?.click();
  let to: HTMLElement | undefined;
  switch (e.key) {
    case 'ArrowDown':
      to = all[at + 1];
      break;
    case 'ArrowUp':
      to = all[at - 1];
      break;
    case 'Home':
      to = all[0];
      break;
    case 'End':
      to = all[all.length - 1];
      break;
    case 'ArrowRight':
      if (expanded === 'false') flip();
      else if (expanded === 'true') to = all[at + 1];
      break;
    case 'ArrowLeft':
      if (expanded === 'true') flip();
      else to = all.slice(0, at).findLast((one) => depth(one) < depth(item));
      break;
    case 'Enter':
    case ' ':
      item.click();
      break;
    default:
      return;
  }
  e.preventDefault();
  to?.focus();
}

interface Item {
  id: string;
  level: number;
  isStop: boolean;
  isCurrent: boolean;
  /** Undefined if there is nothing inside of it. */
  isOpen?: boolean;
  onFlip?: () => void;
  onGo: () => void;
  page: number | null | undefined;
  label: string;
  title?: string;
  tone: string;
  isStrong: boolean;
}

/** One line of the tree. */
const Line = ({ id, level, isStop, isCurrent, isOpen, onFlip, onGo, page, label, title, tone, isStrong }: Item) => (
  <Box
    role="treeitem"
    aria-level={level}
    aria-expanded={isOpen}
    aria-selected={isCurrent}
    aria-current={isCurrent ? 'location' : undefined}
    aria-disabled={page === null}
    data-stop={id}
    tabIndex={isStop ? 0 : -1}
    onClick={onGo}
    title={title}
    sx={{
      display: 'flex',
      alignItems: 'center',
      gap: 0.5,
      py: 0.25,
      pr: 0.75,
      borderRadius: 1,
      cursor: page === null ? 'default' : 'pointer',
      outlineOffset: -2,
      bgcolor: isCurrent ? color.mainTint : 'transparent',
      color: tone,
      fontWeight: isStrong ? 700 : 400,
      '&:hover': { bgcolor: color.mainTint },
    }}
    style={{ paddingLeft: (level - 1) * 12 }}
  >
    <Box
      component="span"
      aria-hidden
      data-flip
      onClick={(e: React.MouseEvent) => {
        e.stopPropagation();
        onFlip?.();
      }}
      sx={{ width: 14, flex: 'none', textAlign: 'center', color: color.muted }}
    >
      {isOpen === undefined ? '' : isOpen ? '▾' : '▸'}
    </Box>
    <Box component="span" sx={{ flex: 1, minWidth: 0, overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' }}>
      {label}
    </Box>
    {page !== undefined && (
      <Box component="span" sx={{ fontSize: 11, fontWeight: 400, color: color.muted, whiteSpace: 'nowrap' }}>
        {page === null ? '…' : `p. ${numbers.format(page)}`}
      </Box>
    )}
  </Box>
);

type GroupsProps = Props & { stop?: string; onStop?: (id?: string) => void; section: string; level: number; group: number };

function Groups({ run, sheet, complete, page, onGo, stop, onStop, section, level, group }: GroupsProps) {
  const outline = useInfiniteQuery({
    queryKey: ['outline', run, sheet, section, level, group, complete],
    queryFn: ({ pageParam }) => api.outline(run, { sheet, section, level, group }, pageParam),
    initialPageParam: 0,
    getNextPageParam: (last, all) =>
      last.deep
        ? undefined
        : all.reduce((n, p) => n + p.entries.length, 0) < last.total
          ? all.reduce((n, p) => n + p.entries.length, 0)
          : undefined,
    staleTime: Infinity,
    placeholderData: (previous) => previous,
  });
  // A short outline begins open, a long one closed.
  const [flipped, setFlipped] = useState<Set<string>>(new Set());
  const [gone, setGone] = useState<{ page: number; index: number }>();
  const deep = outline.data?.pages[0].deep ?? true;
  const entries = outline.data?.pages.flatMap((p) => p.entries) ?? [];
  const totals = outline.data?.pages[0].totals ?? undefined;
  const deepest = deep ? Math.max(1, ...entries.map((e) => e.level)) : Infinity;
  const isOpen = (entry: OutlineEntry) => flipped.has(keyOf(entry)) !== deep;
  const shown = deep ? entries.filter((_, i) => around(entries, i).every(isOpen)) : entries;
  // Of several groups on one page, the one that was asked for is meant.
  const current = gone?.page === page ? gone.index : groupOn(page, shown);
  const flip = (entry: OutlineEntry) =>
    setFlipped((was) => {
      const next = new Set(was);
      if (!next.delete(keyOf(entry))) next.add(keyOf(entry));
      return next;
    });
  const go = (to: number | null | undefined, index: number) => {
    if (to === null || to === undefined) return;
    setGone({ page: to, index });
    onGo(to);
  };
  const ids = [...shown.map(keyOf), ...(level === 0 && totals ? ['totals'] : [])];
  const isStop = (id: string, i: number) => (stop === undefined ? level === 0 && i === Math.max(0, current) : stop === id);
  if (entries.length === 0 && level === 0 && totals === undefined)
    return !outline.data ? null : <Box sx={{ color: color.muted }}>The rows are not grouped.</Box>;
  const lines = (
    <>
      {shown.map((entry, i) => (
        <Fragment key={`${entry.level} ${keyOf(entry)}`}>
          <Line
            id={ids[i]}
            level={entry.level}
            isStop={isStop(ids[i], i)}
            isCurrent={i === current}
            isOpen={entry.groups > 0 ? isOpen(entry) : undefined}
            onFlip={() => flip(entry)}
            onGo={() => go(entry.page, i)}
            page={entry.page}
            label={entry.label}
            title={`${entry.label}: ${count(entry.rows, 'row')}`}
            tone={entry.level < deepest || deepest === 1 ? levelColor(entry.level) : color.ink}
            isStrong={entry.level < deepest}
          />
          {!deep && entry.groups > 0 && isOpen(entry) && (
            <Groups
              run={run}
              sheet={sheet}
              complete={complete}
              page={page}
              onGo={onGo}
              stop={stop}
              section={entry.section}
              level={entry.level}
              group={entry.group}
            />
          )}
        </Fragment>
      ))}
      {outline.hasNextPage && (
        <Line
          id={`more ${section} ${level} ${group}`}
          level={level + 1}
          isStop={stop === `more ${section} ${level} ${group}`}
          isCurrent={false}
          onGo={() => void outline.fetchNextPage()}
          page={undefined}
          label={`${count(outline.data!.pages[0].total - entries.length, 'more group')}…`}
          tone={color.main}
          isStrong
        />
      )}
      {level === 0 && totals !== undefined && (
        <Line
          id="totals"
          level={1}
          isStop={isStop('totals', shown.length)}
          isCurrent={gone?.page === page && gone.index === shown.length}
          onGo={() => go(totals, shown.length)}
          page={totals}
          label="Grand total"
          tone={color.ink}
          isStrong
        />
      )}
    </>
  );
  if (level > 0) return lines;
  return (
    <Box
      role="tree"
      aria-label="Groups"
      onKeyDown={walkTree}
      onFocus={(e: React.FocusEvent<HTMLElement>) => onStop?.(e.target.dataset.stop)}
    >
      {lines}
    </Box>
  );
}

/** The groups around one, in an outline in which each is followed by those inside of it. */
function around(entries: OutlineEntry[], index: number): OutlineEntry[] {
  const found: OutlineEntry[] = [];
  let level = entries[index].level;
  for (let i = index - 1; i >= 0 && level > 1; i--)
    if (entries[i].level < level) {
      found.push(entries[i]);
      level = entries[i].level;
    }
  return found;
}

const keyOf = (entry: OutlineEntry) => `${entry.section} ${entry.level} ${entry.group}`;

/** The index of the group that a page belongs to: on the first page the one at its top, later the last that began by then. */
export function groupOn(page: number, entries: Pick<OutlineEntry, 'page' | 'level'>[]): number {
  if (page > 1) return entries.findLastIndex((e) => e.page !== null && e.page <= page);
  let top = 0;
  while (entries[top + 1]?.page === 1 && entries[top + 1].level > entries[top].level) top++;
  return top;
}
