import Box from '@mui/material/Box';
import { useEffect, useRef, useState } from 'react';
import { Message } from '../../shell/Message';
import { color } from '../../theme/tokens';
import { BandStrip } from './BandStrip';
import { scaled } from '../document/scaled';
import { isWriting } from '../../focus/isWriting';
import { ElementTrace } from './ElementTrace';
import { ElementMenu, type MenuPlace } from './ElementMenu';
import { FirstLook } from './FirstLook';
import { useCompose } from '../store/composeStore';
import { bandStop, elementStop, useStop } from '../document/pageStops';
import { railsOf } from '../document/rails';
import { Rails, slotWidth } from './Rails';
import { selectedIds } from '../store/selected';
import { Ruler } from './Ruler';
import { useDrawing } from '../document/drawing';
import { useMarquee } from './useMarquee';
import { pageKey } from './usePageKeys';
import { actual, useZoom } from '../document/zoom';

/** An empty band keeps this much room, so that something can be put into it. */
const emptyHeight = 20;

/** The looks of what lies over the page: there are many of them, so they share one rule each. */
const handles = {
  '& .element': { position: 'absolute', zIndex: 1, cursor: 'pointer', touchAction: 'none' },
  '& .element.free': { cursor: 'move' },
  // Over the edge of the band, which can still be dragged beside it.
  '& .element.line': { zIndex: 4 },
  '& .element:hover': { outline: `1px solid ${color.main}` },
  '& .element[data-selected=true]': { zIndex: 2, outline: `2px solid ${color.main}` },
  '& .column-guide': { position: 'absolute', zIndex: 4, top: 0, width: 2, height: 2000, pointerEvents: 'none' },
  '& .guide': { position: 'absolute', zIndex: 4, pointerEvents: 'none', bgcolor: color.main },
  '& .marquee': {
    position: 'fixed',
    zIndex: 5,
    pointerEvents: 'none',
    border: `1px solid ${color.main}`,
    bgcolor: 'rgba(11,93,91,.08)',
  },
  '& .column-edge': { position: 'absolute', zIndex: 3, cursor: 'col-resize', touchAction: 'none' },
  '& .column-edge:hover': { bgcolor: color.main },
  '& .column-handle': { position: 'absolute', zIndex: 3, height: 4, p: 0, border: 0, bgcolor: 'transparent', cursor: 'pointer' },
  '& [data-band]:hover .column-handle': { bgcolor: color.line },
  '& [data-band] .column-handle:hover, & .column-handle[aria-pressed=true]': { bgcolor: color.main },
} as const;

/** The page with every band once, and the rails at its left. */
export function Paper({ dragging }: { dragging: boolean }) {
  const definition = useCompose((s) => s.definition);
  const view = useCompose((s) => s.view);
  const { select } = useCompose.getState();
  const scroller = useRef<HTMLDivElement>(null);
  const [room, setRoom] = useState(0);
  const chosen = useZoom((s) => s.chosen);
  const [menu, setMenu] = useState<MenuPlace>();
  useEffect(() => {
    const watch = new ResizeObserver(([entry]) => setRoom(entry.contentRect.width));
    watch.observe(scroller.current!);
    return () => watch.disconnect();
  }, []);
  const page = { width: 595.28, left: 42.52, right: 42.52, ...definition?.page };
  const rails = definition && view ? railsOf(definition, view.bands) : [];
  const railWidth = slotWidth * (Math.max(1, ...rails.map((r) => r.slot)) + 1) + 14;
  const fitted = Math.max(0.7, Math.min(actual, (room - railWidth - 32) / page.width));
  const zoom = chosen ?? fitted;
  const { frame, handlers } = useMarquee(zoom);
  const draws = useDrawing((s) => s.element !== undefined);
  const rulers = useZoom((s) => s.rulers);
  useEffect(() => useZoom.setState({ fitted }), [fitted]);
  // Tab stops at one place of the page; where that is gone, at the first band.
  useEffect(() => {
    const bands = view?.bands ?? [];
    const all = bands.flatMap((b) => [bandStop(b), ...b.elements.map((e) => elementStop(e.id))]);
    const { stop } = useStop.getState();
    if (all.length > 0 && (stop === undefined || !all.includes(stop))) useStop.setState({ stop: all[0] });
  }, [view]);
  if (!definition) return null;
  const heights = (view?.bands ?? []).map((b) => (b.elements.length === 0 ? emptyHeight : b.height * zoom));
  const problems = view?.problems.filter((p) => p.severity === 'error') ?? [];
  return (
    <Box
      ref={scroller}
      onClick={(e) => {
        if (e.target === e.currentTarget) select({ kind: 'report' });
      }}
      sx={{ flex: 1, minWidth: 0, overflow: 'auto', bgcolor: color.desk, display: 'flex' }}
    >
      {!view ? (
        <FirstLook />
      ) : view.bands.length === 0 ? (
        <Message problem title="There is nothing to show yet">
          {problems.map((p, i) => (
            <div key={i}>
              {p.message} {p.mends?.join(' ')}
            </div>
          ))}
        </Message>
      ) : (
        <Box sx={{ display: 'flex', m: '16px auto', height: 'max-content' }}>
          <Rails rails={rails} heights={heights} width={railWidth} />
          <Box
            role="region"
            aria-label="Page"
            data-region="page"
            data-skip-to
            onKeyDown={pageKey}
            {...handlers}
            onContextMenu={(e) => {
              const id = (e.target as Element).closest<HTMLElement>('[data-element]')?.dataset.element;
              if (!id || isWriting(e.target)) return;
              e.preventDefault();
              if (!selectedIds(useCompose.getState().selection).includes(id)) select({ kind: 'element', id });
              // The menu key has no place of its own.
              const box = (e.target as Element).getBoundingClientRect();
              setMenu(e.clientX || e.clientY ? { left: e.clientX, top: e.clientY } : { left: box.left + 8, top: box.bottom });
            }}
            sx={{
              bgcolor: color.paper,
              boxShadow: '0 1px 4px rgba(31,42,48,.18)',
              pt: '14px',
              pb: '40px',
              minHeight: 620,
              userSelect: 'none',
              position: 'relative',
              ...(draws && { cursor: 'crosshair', '& .element, & .element.free': { cursor: 'crosshair' } }),
              ...handles,
            }}
            style={{ width: page.width * zoom }}
          >
            {view.behind && <Behind svg={view.behind} zoom={zoom} />}
            {rulers && <Ruler unit={rulers} zoom={zoom} left={page.left} width={page.width} />}
            {frame && <div className="marquee" style={{ left: frame.x, top: frame.y, width: frame.width, height: frame.height }} />}
            <ElementMenu place={menu} onClose={() => setMenu(undefined)} />
            <ElementTrace />
            {view?.bands.map((band, i) => (
              <BandStrip
                key={`${band.section}${band.kind}${band.level}`}
                band={band}
                zoom={zoom}
                height={heights[i]}
                left={page.left}
                dragging={dragging}
              />
            ))}
          </Box>
        </Box>
      )}
    </Box>
  );
}

/** What lies behind everything on a page, where a page begins. */
function Behind({ svg, zoom }: { svg: string; zoom: number }) {
  return (
    <Box
      aria-hidden
      sx={{ position: 'absolute', inset: 0, overflow: 'hidden', pointerEvents: 'none', '& svg': { display: 'block' } }}
      dangerouslySetInnerHTML={{ __html: scaled(svg, zoom) }}
    />
  );
}
