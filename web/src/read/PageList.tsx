import Box from '@mui/material/Box';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useRef, useState } from 'react';
import type { RunInfo } from '../api/generated';
import { color } from '../theme/tokens';
import { MarkLayer, type MarkTarget } from './MarkLayer';
import { PageView } from './PageView';

interface Props {
  info: RunInfo;
  /** A page to go to, with a counter so that the same page can be asked for twice. */
  goTo?: { page: number; turn: number };
  onPage: (page: number) => void;
  onMark: (target: MarkTarget) => void;
  onGone: () => void;
}

const gap = 16;

/** All pages, one below the other. Only those in sight, and their neighbours, are fetched. */
export function PageList({ info, goTo, onPage, onMark, onGone }: Props) {
  const scroller = useRef<HTMLDivElement>(null);
  const [room, setRoom] = useState(0);
  useEffect(() => {
    const watch = new ResizeObserver(([entry]) => setRoom(entry.contentRect.width));
    watch.observe(scroller.current!);
    return () => watch.disconnect();
  }, []);
  const zoom = Math.max(0.4, Math.min(4 / 3, (room - 2 * gap) / info.pageWidth));
  const pages = useVirtualizer({ count: info.pageCount, getScrollElement: () => scroller.current, estimateSize: () => info.pageHeight * zoom + gap, overscan: 1, paddingStart: gap });
  useEffect(() => pages.measure(), [pages, zoom, info.id]);
  useEffect(() => { if (goTo) pages.scrollToIndex(goTo.page - 1, { align: 'start' }); }, [goTo, pages]);
  useEffect(() => { scroller.current?.scrollTo(0, 0); }, [info.id]);

  const step = info.pageHeight * zoom + gap;
  return (
    <Box ref={scroller} tabIndex={0} aria-label="Pages" onScroll={(e) => onPage(Math.min(info.pageCount, Math.floor((e.currentTarget.scrollTop + e.currentTarget.clientHeight / 3) / step) + 1))} sx={{ flex: 1, minHeight: 0, overflow: 'auto', bgcolor: color.desk }}>
      <MarkLayer onMark={onMark}>
        <Box sx={{ position: 'relative', height: pages.getTotalSize() + gap }}>
          {room > 0 && pages.getVirtualItems().map((item) => (
            <Box key={item.key} sx={{ position: 'absolute', left: 0, right: 0, top: 0 }} style={{ transform: `translateY(${item.start}px)` }}>
              <PageView run={info.id} number={item.index + 1} width={info.pageWidth} height={info.pageHeight} zoom={zoom} onGone={onGone} />
            </Box>
          ))}
        </Box>
      </MarkLayer>
    </Box>
  );
}
