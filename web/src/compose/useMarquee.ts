import { useRef, useState } from 'react';
import { useCompose } from './composeStore';
import { selectedIds, selectionOf } from './selected';

interface Frame {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** Drawing a frame on the page selects what it touches; with Shift, what was selected stays so. */
export function useMarquee() {
  const from = useRef<{ x: number; y: number; more: boolean }>(undefined);
  const drew = useRef(false);
  const [frame, setFrame] = useState<Frame>();
  const handlers = {
    onPointerDown: (e: React.PointerEvent) => {
      drew.current = false;
      const target = e.target as Element;
      if (e.button !== 0 || target.closest('[data-element], .column-edge, button')) return;
      from.current = { x: e.clientX, y: e.clientY, more: e.shiftKey };
    },
    onPointerMove: (e: React.PointerEvent) => {
      const start = from.current;
      if (!start) return;
      const [width, height] = [Math.abs(e.clientX - start.x), Math.abs(e.clientY - start.y)];
      if (!frame && Math.hypot(width, height) < 5) return;
      e.currentTarget.setPointerCapture(e.pointerId);
      setFrame({ x: Math.min(e.clientX, start.x), y: Math.min(e.clientY, start.y), width, height });
    },
    onPointerUp: (e: React.PointerEvent) => {
      const start = from.current;
      from.current = undefined;
      if (!start || !frame) return;
      drew.current = true;
      setFrame(undefined);
      const touched = [...e.currentTarget.querySelectorAll<HTMLElement>('[data-element]')]
        .filter((box) => {
          const at = box.getBoundingClientRect();
          return at.left < frame.x + frame.width && at.right > frame.x && at.top < frame.y + frame.height && at.bottom > frame.y;
        })
        .map((box) => box.dataset.element!);
      const { selection, select } = useCompose.getState();
      const ids = [...new Set([...(start.more ? selectedIds(selection) : []), ...touched])];
      if (ids.length > 0) select(selectionOf(ids));
    },
    onPointerCancel: () => {
      from.current = undefined;
      setFrame(undefined);
    },
    /** The click that ends a frame selects no band. */
    onClickCapture: (e: React.MouseEvent) => {
      if (drew.current) e.stopPropagation();
      drew.current = false;
    },
  };
  return { frame, handlers };
}
