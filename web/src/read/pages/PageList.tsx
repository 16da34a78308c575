import Box from '@mui/material/Box';
import { useEffect, useEffectEvent, useLayoutEffect, useRef, useState } from 'react';
import type { RunInfo, SheetInfo } from '../../api/generated';
import { color } from '../../theme/tokens';
import { MarkLayer } from './MarkLayer';
import type { MarkTarget } from '../run/linkTargets';
import { PageView } from './PageView';
import { PageZoom } from './PageZoom';
import { zoomFor } from './pageZooms';
import { scrolled, scrolledHeight, scrollTopFor, type TallScroll } from './tallScroll';

interface Props {
  info: RunInfo;
  sheet: SheetInfo;
  /** A page to go to, with a counter so that the same page can be asked for twice. */
  goTo?: { page: number; turn: number };
  /** What is looked for, and marked on the pages. */
  find: string;
  onPage: (page: number) => void;
  /** What was clicked here, while it is open beside. */
  chosen?: { report: string; values: Record<string, string> };
  /** Counts returns to this report, at which what was clicked gets the focus again. */
  seek?: number;
  onMark: (target: MarkTarget) => void;
  onGone: () => void;
}

const gap = 16;
/** Pages fetched before they come into sight, on either side. */
const ahead = 2;

/** Where each run was left, in pages: who comes back along the trail reads on there. */
const left = new Map<string, number>();
const mostLeft = 50;

function leave(run: string, at: number) {
  left.delete(run);
  left.set(run, at);
  if (left.size > mostLeft) left.delete(left.keys().next().value!);
}

/** Below this size, letters of nine points are drawn smaller than 6 pixels high. */
const tooSmall = 0.7;

/** All pages, one below the other. Only those in sight, and their neighbours, are fetched. */
export function PageList({ info, sheet, goTo, find, chosen, seek = 0, onPage, onMark, onGone }: Props) {
  const scroller = useRef<HTMLDivElement>(null);
  const [size, setSize] = useState({ width: 0, height: 0 });
  const [at, setAt] = useState<TallScroll>({ scrollTop: 0, top: 0 });
  useEffect(() => {
    const watch = new ResizeObserver(([entry]) => setSize({ width: entry.contentRect.width, height: entry.contentRect.height }));
    watch.observe(scroller.current!);
    return () => watch.disconnect();
  }, []);
  const fitted = Math.max(0.4, Math.min(4 / 3, (size.width - 2 * gap) / info.pageWidth));
  const [chosenZoom, setChosenZoom] = useState<number>();
  const zoom = chosenZoom ?? fitted;
  const step = info.pageHeight * zoom + gap;
  const geometry = { total: sheet.pageCount * step + gap, view: size.height };

  const move = useEffectEvent((top: number) => {
    const next = { top: Math.max(0, Math.min(top, geometry.total - geometry.view)), scrollTop: scrollTopFor(top, geometry) };
    scroller.current!.scrollTop = next.scrollTop;
    setAt(next);
  });
  const passPages = useEffectEvent((pages: number) => move(pages * step));
  const stay = useEffectEvent(() => {
    if (size.width > 0) move(reading.current * step);
  });
  // The page that is read stays in sight when the room for it changes.
  const reading = useRef(0);
  useLayoutEffect(() => {
    stay();
  }, [zoom]);
  useEffect(() => {
    if (goTo) passPages(goTo.page - 1);
  }, [goTo]);
  const run = `${info.reportId} ${sheet.id} ${JSON.stringify(info.parameters.map((p) => p.value))}`;
  const begin = useEffectEvent(() => move((seek > 0 ? (left.get(run) ?? 0) : 0) * step));
  useEffect(() => {
    begin();
  }, [run]);

  const current = Math.min(sheet.pageCount, Math.floor((at.top + geometry.view / 3) / step) + 1);
  useEffect(() => {
    onPage(Math.max(1, current));
    reading.current = Math.max(0, at.top / step);
    leave(run, reading.current);
  }, [current, at.top, step, onPage, run]);

  const scroll = (e: React.UIEvent<HTMLElement>) => {
    const target = e.currentTarget;
    if (Math.abs(target.scrollTop - at.scrollTop) < 1) return;
    const next = scrolled(at, target.scrollTop, geometry);
    if (Math.abs(next.scrollTop - target.scrollTop) >= 1) target.scrollTop = next.scrollTop;
    setAt({ top: next.top, scrollTop: target.scrollTop });
  };

  const first = Math.max(1, Math.floor(at.top / step) + 1 - ahead);
  const last = Math.min(sheet.pageCount, Math.ceil((at.top + geometry.view) / step) + ahead);
  const base = at.top - at.scrollTop;
  return (
    <Box sx={{ flex: 1, minHeight: 0, display: 'flex', flexDirection: 'column', position: 'relative' }}>
      {size.width > 0 && fitted < tooSmall && (
        <Box sx={{ px: 1.5, py: 0.5, flex: 'none', fontSize: 12, bgcolor: color.panel, borderBottom: `1px solid ${color.line}` }}>
          Pages are small here.{' '}
          <a href={`/api/runs/${info.id}/html?shown=true`} target="_blank" rel="noreferrer">
            Read as flowing text
          </a>
        </Box>
      )}
      <PageZoom zoom={zoom} fits={chosenZoom === undefined} onZoom={setChosenZoom} />
      <Box
        ref={scroller}
        tabIndex={0}
        role="region"
        aria-label={`Pages of ${info.title}`}
        data-pages
        lang={info.language}
        onScroll={scroll}
        onKeyDown={(e) => {
          const to = (e.ctrlKey || e.metaKey) && zoomFor(e.key, zoom);
          if (to === false) return;
          e.preventDefault();
          setChosenZoom(to);
        }}
        sx={{ flex: 1, minWidth: 0, overflow: 'auto', overflowAnchor: 'none', bgcolor: color.desk }}
      >
        <MarkLayer run={info.id} report={info.reportId} sheet={sheet.id} chosen={chosen} seek={seek} onMark={onMark}>
          <Box sx={{ position: 'relative', overflow: 'hidden' }} style={{ height: scrolledHeight(geometry) }}>
            {size.width > 0 &&
              Array.from({ length: Math.max(0, last - first + 1) }, (_, i) => first + i).map((number) => (
                <Box
                  key={number}
                  sx={{ position: 'absolute', left: 0, right: 0, top: 0 }}
                  style={{ transform: `translateY(${(number - 1) * step + gap - base}px)` }}
                >
                  <PageView
                    run={info.id}
                    sheet={sheet.id}
                    complete={info.pagesComplete}
                    find={find}
                    number={number}
                    width={info.pageWidth}
                    height={info.pageHeight}
                    zoom={zoom}
                    onGone={onGone}
                  />
                </Box>
              ))}
          </Box>
        </MarkLayer>
      </Box>
    </Box>
  );
}
