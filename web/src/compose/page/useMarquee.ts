import { useRef, useState } from 'react';
import { useCompose } from '../store/composeStore';
import { findElement } from '../document/definition';
import { drawnInto, endDrawing, useDrawing } from '../document/drawing';
import { selectedIds, selectionOf } from '../store/selected';

interface Frame {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** The band on the page in which a height of the screen lies. */
const bandAt = (page: Element, y: number) =>
  [...page.querySelectorAll<HTMLElement>('[data-band]')].find((strip) => {
    const at = strip.getBoundingClientRect();
    return y >= at.top && y < at.bottom;
  });

/**
 * Drawing a frame on the page selects what it touches; with Shift, what was selected stays so. Where an element waits for its frame, that
 * is put there instead.
 */
export function useMarquee(zoom: number) {
  const from = useRef<{ x: number; y: number; more: boolean }>(undefined);
  const drew = useRef(false);
  const [frame, setFrame] = useState<Frame>();
  const handlers = {
    onPointerDownCapture: (e: React.PointerEvent) => {
      drew.current = false;
      const target = e.target as Element;
      const draws = useDrawing.getState().element !== undefined;
      if (e.button !== 0 || (!draws && target.closest('[data-element], .column-edge, .band-edge, button'))) return;
      // A frame may begin over what is there.
      if (draws) e.stopPropagation();
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
      const { selection, select, definition, view, edit } = useCompose.getState();
      const drawing = useDrawing.getState();
      if (drawing.element) {
        const strip = bandAt(e.currentTarget, frame.y);
        const band = view?.bands.find(
          (b) => strip && b.section === strip.dataset.section && `${b.kind}${b.level || ''}` === strip.dataset.band,
        );
        endDrawing();
        if (strip && band)
          void edit(drawnInto(drawing.element, drawing.image, strip, frame, zoom, (definition?.page?.left ?? 42.52) + Number(band.left)));
        return;
      }
      const touched = [...e.currentTarget.querySelectorAll<HTMLElement>('[data-element]')]
        .filter((box) => {
          const at = box.getBoundingClientRect();
          return at.left < frame.x + frame.width && at.right > frame.x && at.top < frame.y + frame.height && at.bottom > frame.y;
        })
        .map((box) => box.dataset.element!)
        // What is locked is chosen by a click of its own.
        .filter((id) => !definition || !findElement(definition, id)?.element.locked);
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
