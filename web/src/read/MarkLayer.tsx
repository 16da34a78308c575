import Box from '@mui/material/Box';
import { useState, type ReactNode } from 'react';
import { color } from '../theme/tokens';

/** What a click on a mark asks for. */
export interface MarkTarget {
  report: string;
  values: Record<string, string>;
  open: 'beside' | 'here' | 'newTab';
  proof?: string;
}

interface Tip {
  x: number;
  y: number;
  label: string;
  figure: string;
  title?: string;
}

const markOf = (target: EventTarget) => (target instanceof Element ? target.closest<SVGElement>('[data-mark]') : null);

/** Tells what the mark under the pointer (or in focus) stands for, and follows its link. */
export function MarkLayer({ children, onMark }: { children: ReactNode; onMark?: (target: MarkTarget) => void }) {
  const [tip, setTip] = useState<Tip>();
  const show = (target: EventTarget) => {
    const mark = markOf(target);
    if (!mark) return setTip(undefined);
    const box = mark.getBoundingClientRect();
    setTip({
      x: box.left + box.width / 2,
      y: box.top,
      label: mark.dataset.label ?? '',
      figure: mark.dataset.figure ?? '',
      title: mark.dataset.title,
    });
  };
  const follow = (target: EventTarget, newTab: boolean, here: boolean) => {
    const mark = markOf(target);
    if (!mark?.dataset.report || !onMark) return;
    setTip(undefined);
    onMark({
      report: mark.dataset.report,
      values: JSON.parse(mark.dataset.values ?? '{}'),
      proof: mark.dataset.proof,
      open: newTab ? 'newTab' : here ? 'here' : (mark.dataset.open as MarkTarget['open']),
    });
  };
  return (
    <div
      onMouseOver={(e) => show(e.target)}
      onMouseLeave={() => setTip(undefined)}
      onFocus={(e) => show(e.target)}
      onBlur={() => setTip(undefined)}
      onClick={(e) => follow(e.target, e.ctrlKey || e.metaKey, e.shiftKey)}
      onKeyDown={(e) => {
        if (e.key === 'Enter') follow(e.target, e.ctrlKey || e.metaKey, e.shiftKey);
      }}
    >
      {children}
      {tip && (
        <Box
          role="tooltip"
          sx={{
            position: 'fixed',
            zIndex: 1500,
            pointerEvents: 'none',
            bgcolor: color.ink,
            color: color.paper,
            borderRadius: 1,
            px: 1.25,
            py: 0.75,
            fontSize: 12,
            maxWidth: 260,
          }}
          style={{ left: tip.x, top: tip.y - 6, transform: 'translate(-50%, -100%)' }}
        >
          <b>
            {tip.label} {tip.figure}
          </b>
          {tip.title && <Box sx={{ color: color.linkMark }}>↘ {tip.title}</Box>}
        </Box>
      )}
    </div>
  );
}
