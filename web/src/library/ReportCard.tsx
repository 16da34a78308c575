import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import InputBase from '@mui/material/InputBase';
import { useQuery } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { Link } from 'react-router';
import { api } from '../api/client';
import type { MapLink, ReportEntry } from '../api/generated';
import { count } from '../shell/count';
import { Unreadable } from '../shell/Unreadable';
import { color } from '../theme/tokens';

const publication = (report: ReportEntry) =>
  report.published === null ? 'Not published yet.' : report.hasUnpublishedChanges ? 'Has changes that are not published.' : '';

/** What the links of a report need of their author; nothing where all is well. */
const linksNeed = (links: MapLink[]) => {
  const broken = links.filter((l) => l.broken.length > 0).length;
  const changed = links.filter((l) => l.trial?.since === 'definition').length;
  return [
    broken > 0 && `${count(broken, 'broken link')}.`,
    changed > 0 && `${count(changed, 'link')} not tried since ${changed === 1 ? 'it was' : 'they were'} changed.`,
  ]
    .filter(Boolean)
    .join(' ');
};

/** How long until a first page that is being made is asked for again, in milliseconds. */
const again = 1500;

/** One report: its first page as it is now, its name, and what can be done with it. */
export function ReportCard({
  report,
  apart,
  links = [],
  onRename,
  onCopy,
  onDelete,
}: {
  report: ReportEntry;
  /** What tells it from others of the same title. */
  apart?: string;
  /** That it leads on by. */
  links?: MapLink[];
  onRename: (title: string) => void;
  /** Begins a new report from this one. */
  onCopy: () => void;
  onDelete: () => void;
}) {
  const [naming, setNaming] = useState<string>();
  const rename = useRef<HTMLButtonElement>(null);
  const dropped = useRef(false);
  const open = report.published === null ? `/compose/${report.id}` : `/read/${report.id}`;
  if (report.unreadable)
    return (
      <Unreadable name={report.title} reason={report.unreadable} file={`/api/reports/${encodeURIComponent(report.id)}/file`}>
        <Button onClick={onDelete} color="inherit">
          Delete
        </Button>
      </Unreadable>
    );
  /** However the field is left, its name is taken, but for Escape. */
  const finish = () => {
    if (!dropped.current && naming?.trim() && naming.trim() !== report.title) onRename(naming.trim());
    setNaming(undefined);
  };
  const leave = (drop: boolean) => {
    dropped.current = drop;
    rename.current?.focus();
  };
  return (
    <Box
      component="article"
      aria-label={report.title}
      data-report={report.id}
      sx={{
        bgcolor: color.paper,
        border: `1px solid ${color.line}`,
        borderRadius: 1.5,
        overflow: 'hidden',
        display: 'flex',
        flexDirection: 'column',
        minWidth: 0,
      }}
    >
      <Box
        component={Link}
        to={open}
        aria-hidden
        tabIndex={-1}
        sx={{
          display: 'block',
          height: 170,
          overflow: 'hidden',
          borderBottom: `1px solid ${color.line}`,
          bgcolor: color.desk,
          p: 1,
          pb: 0,
          textDecoration: 'none',
        }}
      >
        <FirstPage report={report} />
      </Box>
      <Box sx={{ p: 1.5, display: 'flex', flexDirection: 'column', gap: 0.5, minWidth: 0 }}>
        {naming === undefined ? (
          <Box component={Link} to={open} sx={{ fontSize: 14, fontWeight: 700, color: color.ink, textDecoration: 'none' }}>
            {report.title}
          </Box>
        ) : (
          <InputBase
            autoFocus
            value={naming}
            inputProps={{ 'aria-label': 'New name' }}
            onChange={(e) => setNaming(e.target.value)}
            onFocus={(e) => {
              dropped.current = false;
              e.target.select();
            }}
            onBlur={finish}
            onKeyDown={(e) => {
              if (e.key !== 'Enter' && e.key !== 'Escape') return;
              // Or the button that gets the focus would be pressed by the same key.
              e.preventDefault();
              leave(e.key === 'Escape');
            }}
            sx={{ fontSize: 14, fontWeight: 700, border: `1px solid ${color.main}`, borderRadius: 1, px: 0.5, height: 26 }}
          />
        )}
        <Box sx={{ color: color.muted, fontSize: 12, minHeight: 34 }}>
          {apart && <Box>{apart.charAt(0).toUpperCase() + apart.slice(1)}.</Box>}
          {report.description} {[publication(report), linksNeed(links)].join(' ')}
        </Box>
        <Box sx={{ display: 'flex', gap: 0.25, ml: -0.75, '& .MuiButton-root': { minWidth: 0, px: 0.75 } }}>
          {report.published !== null && (
            <Button component={Link} to={`/read/${report.id}`}>
              Read
            </Button>
          )}
          <Button component={Link} to={`/compose/${report.id}`}>
            Compose
          </Button>
          <Button ref={rename} onClick={() => setNaming(report.title)}>
            Rename
          </Button>
          <Button onClick={onCopy}>Copy</Button>
          <Button onClick={onDelete} color="inherit">
            Delete
          </Button>
        </Box>
      </Box>
    </Box>
  );
}

function FirstPage({ report }: { report: ReportEntry }) {
  const page = useQuery({
    queryKey: ['first-page', report.id, report.published ?? report.draft],
    queryFn: async ({ signal }) => {
      const kept = await api.firstPage(report.id, report.published === null, signal);
      if (kept) return { svg: kept, note: '', isLate: false };
      const run = await api.run(report.id, {}, report.published === null, false, undefined, signal);
      const asks = run.problems
        .filter((p) => p.code === 'parameter-required')
        .map((p) => run.parameters.find((q) => q.name === p.place)?.caption);
      if (run.state !== 'ready')
        return {
          svg: '',
          note: asks.length ? `Asks for ${asks.join(' and ')} first.` : (run.problems[0]?.message ?? 'Being made…'),
          isLate: run.problems.length === 0,
        };
      return { svg: await api.page(run.id, '', 1, '', signal), note: '', isLate: false };
    },
    staleTime: 60_000,
    // What takes long is asked for again until it is there.
    refetchInterval: (query) => (query.state.data?.isLate ? again : false),
  });
  if (!page.data?.svg) return <Box sx={{ p: 2, color: color.muted, fontSize: 12 }}>{page.data?.note ?? page.error?.message ?? ''}</Box>;
  return (
    <Box
      inert
      aria-hidden
      sx={{ bgcolor: color.paper, boxShadow: '0 1px 3px rgba(31,42,48,.2)', '& svg': { width: '100%', height: 'auto', display: 'block' } }}
      dangerouslySetInnerHTML={{ __html: page.data.svg }}
    />
  );
}
