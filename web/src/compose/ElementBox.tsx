import Box from '@mui/material/Box';
import { useRef, useState } from 'react';
import type { ElementView } from '../api/generated';
import { color } from '../theme/tokens';
import { ChartPartBoxes } from './ChartPartBoxes';
import { useCompose } from './composeStore';
import { dropIndex, findElement, sectionOfColumn } from './definition';
import { carryTo, moveWithin } from './edits';
import { kindOf } from './kinds';
import { Words } from './Words';

/** A box over an element: click selects it, dragging moves it (a heading: its column), a double click (or Enter) types over its words. */
export function ElementBox({ element: view, zoom, left }: { element: ElementView; zoom: number; left: number }) {
  const definition = useCompose((s) => s.definition);
  const selected = useCompose((s) => s.selection.kind === 'element' && s.selection.id === view.id);
  const { select, edit, setElement } = useCompose.getState();
  const [moved, setMoved] = useState<{ x: number; y: number; size: boolean }>();
  const [typing, setTyping] = useState(false);
  const start = useRef<{ x: number; y: number; size: boolean; part?: string }>(undefined);
  const element = definition && findElement(definition, view.id)?.element;
  if (!definition || !element) return null;
  const kind = kindOf(element);
  const free = kind.handle === 'free' && !element.column;
  const words = kind.words?.(element, definition);

  const down = (size: boolean) => (e: React.PointerEvent) => {
    if (e.button !== 0) return;
    e.stopPropagation();
    // A part of it stays chosen while it is chosen itself.
    if (!selected) select({ kind: 'element', id: view.id });
    if (kind.handle === 'none') return;
    const part = e.target instanceof Element ? e.target.closest<HTMLElement>('[data-chart-part]')?.dataset.chartPart : undefined;
    start.current = { x: e.clientX, y: e.clientY, size, part };
    e.currentTarget.setPointerCapture(e.pointerId);
  };
  const move = (e: React.PointerEvent) => {
    const from = start.current;
    if (!from) return;
    const by = { x: e.clientX - from.x, y: e.clientY - from.y };
    if (moved || Math.hypot(by.x, by.y) > 3) setMoved({ ...by, size: from.size });
  };
  const up = (e: React.PointerEvent) => {
    const part = start.current?.part;
    start.current = undefined;
    if (!moved) {
      if (part) select({ kind: 'element', id: view.id, part });
      return;
    }
    setMoved(undefined);
    if (kind.handle === 'column' && element.column) {
      const to = dropIndex(definition, element.column, moved.x / zoom);
      if (to !== undefined) void edit(moveWithin(element.column, sectionOfColumn(definition, element.column), to));
    }
    if (!free) return;
    const [dx, dy] = [Math.round(moved.x / zoom), Math.round(moved.y / zoom)];
    const carried = moved.size ? undefined : carryTo(view.id, e, (element.x ?? 0) + dx, view.y + dy, zoom);
    if (carried) {
      void edit(carried);
      return;
    }
    void setElement(
      view.id,
      moved.size
        ? { width: Math.max(20, (element.width ?? 0) + dx), height: Math.max(10, (element.height ?? 16) + dy) }
        : { x: Math.max(0, (element.x ?? 0) + dx), y: Math.max(0, (element.y ?? 0) + dy) },
    );
  };
  const shift = moved && !moved.size ? { x: moved.x, y: free ? moved.y : 0 } : { x: 0, y: 0 };
  const grow = moved?.size ? moved : { x: 0, y: 0 };
  return (
    <div
      className={free ? 'element free' : 'element'}
      data-element={view.id}
      data-selected={selected}
      // A chosen chart holds buttons of its own, for its parts.
      role={selected && element.type === 'chart' ? 'group' : 'button'}
      aria-label={kind.name(element, definition).trim()}
      aria-pressed={selected && element.type === 'chart' ? undefined : selected}
      tabIndex={0}
      onPointerDown={down(false)}
      onPointerMove={move}
      onPointerUp={up}
      onFocus={() => {
        if (!selected) select({ kind: 'element', id: view.id });
      }}
      onDoubleClick={() => {
        if (words !== undefined) setTyping(true);
      }}
      onKeyDown={(e) => {
        if (e.key === 'Enter' && e.target === e.currentTarget && words !== undefined) {
          e.preventDefault();
          setTyping(true);
        }
      }}
      style={{
        left: (left + view.x) * zoom + shift.x,
        top: view.y * zoom + shift.y,
        width: view.width * zoom + grow.x,
        height: Math.max(6, view.height * zoom) + grow.y,
      }}
    >
      {selected && element.type === 'chart' && !moved && <ChartPartBoxes chart={element} zoom={zoom} />}
      {selected && kind.hasCorner && (
        <Box
          onPointerDown={down(true)}
          onPointerMove={move}
          onPointerUp={up}
          aria-hidden
          sx={{ position: 'absolute', right: -5, bottom: -5, width: 10, height: 10, bgcolor: color.main, cursor: 'nwse-resize' }}
        />
      )}
      {typing && (
        <Words
          words={words ?? ''}
          onTake={(text) => void edit({ type: 'setText', element: view.id, text })}
          onDone={() => setTyping(false)}
        />
      )}
    </div>
  );
}
