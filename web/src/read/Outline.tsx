import Box from '@mui/material/Box';
import { useInfiniteQuery } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { api } from '../api/client';
import type { OutlineEntry } from '../api/generated';
import { count, numbers } from '../shell/count';
import { color, levelColor } from '../theme/tokens';

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

/** The groups of the report with the pages on which they begin. A long outline is opened group by group. */
export function Outline(props: Props) {
  return (
    <Box
      component="nav"
      aria-label="In this report"
      sx={{ width: 190, flex: 'none', overflow: 'auto', p: 1.25, bgcolor: color.panel, borderRight: `1px solid ${color.line}` }}
    >
      <Box component="h2" sx={{ fontSize: 12, color: color.muted, m: 0, mb: 0.75 }}>
        In this report
      </Box>
      <Groups key={props.sheet} {...props} section="" level={0} group={0} />
      {props.children}
    </Box>
  );
}

function Groups({ run, sheet, complete, page, onGo, section, level, group }: Props & { section: string; level: number; group: number }) {
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
  const [open, setOpen] = useState<Set<string>>(new Set());
  const deep = outline.data?.pages[0].deep ?? true;
  const entries = outline.data?.pages.flatMap((p) => p.entries) ?? [];
  const deepest = deep ? Math.max(1, ...entries.map((e) => e.level)) : Infinity;
  const [gone, setGone] = useState<{ page: number; index: number }>();
  // Of several groups on one page, the one that was asked for is meant.
  const current = gone?.page === page ? gone.index : groupOn(page, entries);
  const toggle = (entry: OutlineEntry) =>
    setOpen((was) => {
      const next = new Set(was);
      if (!next.delete(keyOf(entry))) next.add(keyOf(entry));
      return next;
    });
  if (outline.data && entries.length === 0 && level === 0) return <Box sx={{ color: color.muted }}>The rows are not grouped.</Box>;
  return (
    <>
      {entries.map((entry, i) => (
        <Box key={`${entry.level} ${keyOf(entry)}`}>
          <Box
            sx={{
              display: 'flex',
              alignItems: 'center',
              borderRadius: 1,
              bgcolor: i === current ? color.mainTint : 'transparent',
              '&:hover': { bgcolor: color.mainTint },
            }}
            style={{ paddingLeft: (entry.level - 1) * 12 }}
          >
            {!deep && entry.groups > 0 && (
              <Box
                component="button"
                aria-label={`${open.has(keyOf(entry)) ? 'Close' : 'Open'} ${entry.label}`}
                aria-expanded={open.has(keyOf(entry))}
                onClick={() => toggle(entry)}
                sx={{ ...plain, width: 18, color: color.muted, flex: 'none' }}
              >
                {open.has(keyOf(entry)) ? '▾' : '▸'}
              </Box>
            )}
            <Box
              component="button"
              onClick={() => {
                if (entry.page !== null) {
                  setGone({ page: entry.page, index: i });
                  onGo(entry.page);
                }
              }}
              disabled={entry.page === null}
              aria-current={i === current ? 'location' : undefined}
              sx={{
                ...plain,
                display: 'flex',
                gap: 1,
                flex: 1,
                minWidth: 0,
                py: 0.25,
                px: 0.75,
                color: entry.level < deepest || deepest === 1 ? levelColor(entry.level) : color.ink,
                fontWeight: entry.level < deepest ? 700 : 400,
              }}
            >
              <Box
                component="span"
                sx={{ flex: 1, minWidth: 0, overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' }}
                title={`${entry.label}: ${count(entry.rows, 'row')}`}
              >
                {entry.label}
              </Box>
              <Box component="span" sx={{ fontSize: 11, fontWeight: 400, color: color.muted, whiteSpace: 'nowrap' }}>
                {entry.page === null ? '…' : `p. ${numbers.format(entry.page)}`}
              </Box>
            </Box>
          </Box>
          {open.has(keyOf(entry)) && (
            <Groups
              run={run}
              sheet={sheet}
              complete={complete}
              page={page}
              onGo={onGo}
              section={entry.section}
              level={entry.level}
              group={entry.group}
            />
          )}
        </Box>
      ))}
      {outline.hasNextPage && (
        <Box
          component="button"
          onClick={() => void outline.fetchNextPage()}
          sx={{ ...plain, color: color.main, fontWeight: 600, py: 0.5, px: 0.75 }}
        >
          {count(outline.data!.pages[0].total - entries.length, 'more group')}…
        </Box>
      )}
    </>
  );
}

const keyOf = (entry: OutlineEntry) => `${entry.section} ${entry.group}`;

/** The index of the group that a page belongs to: on the first page the one at its top, later the last that began by then. */
export function groupOn(page: number, entries: Pick<OutlineEntry, 'page' | 'level'>[]): number {
  if (page > 1) return entries.findLastIndex((e) => e.page !== null && e.page <= page);
  let top = 0;
  while (entries[top + 1]?.page === 1 && entries[top + 1].level > entries[top].level) top++;
  return top;
}

const plain = {
  border: 0,
  bgcolor: 'transparent',
  font: 'inherit',
  textAlign: 'left',
  cursor: 'pointer',
  p: 0,
  '&:disabled': { cursor: 'default' },
} as const;
