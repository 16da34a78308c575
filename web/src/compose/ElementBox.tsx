import Box from '@mui/material/Box';
import { useRef, useState } from 'react';
import type { ElementView } from '../api/generated';
import { color } from '../theme/tokens';
import { useCompose } from './composeStore';
import { dropIndex, findColumn, findElement } from './definition';

/** A box over an element: click selects it, dragging moves it (a heading: its column), a double click (or Enter) types over its words. */
export function ElementBox({ element: view, zoom, left }: { element: ElementView; zoom: number; left: number }) {
  const definition = useCompose((s) => s.definition);
  const selected = useCompose((s) => s.selection.kind === 'element' && s.selection.id === view.id);
  const { select, edit } = useCompose.getState();
  const [moved, setMoved] = useState<{ x: number; y: number; size: boolean }>();
  const [typing, setTyping] = useState<string>();
  const start = useRef<{ x: number; y: number; size: boolean }>(undefined);
  const element = definition && findElement(definition, view.id)?.element;
  if (!definition || !element) return null;
  const free = 'width' in element;
  const words = element.type === 'text' ? element.text : element.type === 'heading' ? findColumn(definition, element.column)?.heading : element.type === 'chart' ? element.title ?? '' : undefined;

  const down = (size: boolean) => (e: React.PointerEvent) => {
    if (e.button !== 0) return;
    e.stopPropagation();
    select({ kind: 'element', id: view.id });
    if (!free && element.type !== 'heading') return;
    start.current = { x: e.clientX, y: e.clientY, size };
    e.currentTarget.setPointerCapture(e.pointerId);
  };
  const move = (e: React.PointerEvent) => {
    const from = start.current;
    if (!from) return;
    const by = { x: e.clientX - from.x, y: e.clientY - from.y };
    if (moved || Math.hypot(by.x, by.y) > 3) setMoved({ ...by, size: from.size });
  };
  const up = () => {
    start.current = undefined;
    if (!moved) return;
    if (element.type === 'heading') {
      const to = dropIndex(definition, element.column, moved.x / zoom);
      setMoved(undefined);
      if (to !== undefined) void edit({ type: 'moveColumn', column: element.column, to });
    }
    if (!free) return;
    const [dx, dy] = [Math.round(moved.x / zoom), Math.round(moved.y / zoom)];
    setMoved(undefined);
    const changed = moved.size
      ? { ...element, width: Math.max(20, element.width + dx), height: Math.max(10, (element.height ?? 16) + dy) }
      : { ...element, x: Math.max(0, (element.x ?? 0) + dx), y: Math.max(0, (element.y ?? 0) + dy) };
    void edit({ type: 'setElement', element: changed });
  };
  const finish = (keep: boolean) => {
    if (keep && typing !== undefined && typing !== words) void edit({ type: 'setText', element: view.id, text: typing });
    setTyping(undefined);
  };
  const shift = moved && !moved.size ? { x: moved.x, y: free ? moved.y : 0 } : { x: 0, y: 0 };
  const grow = moved?.size ? moved : { x: 0, y: 0 };
  return (
    <div
      className={free ? 'element free' : 'element'}
      data-element={view.id}
      role="button"
      aria-label={`${element.type} ${words ?? findColumn(definition, view.column ?? '')?.heading ?? ''}`.trim()}
      aria-pressed={selected}
      tabIndex={0}
      onPointerDown={down(false)}
      onPointerMove={move}
      onPointerUp={up}
      onFocus={() => { if (!selected) select({ kind: 'element', id: view.id }); }}
      onDoubleClick={() => { if (words !== undefined) setTyping(words); }}
      onKeyDown={(e) => { if (e.key === 'Enter' && e.target === e.currentTarget && words !== undefined) { e.preventDefault(); setTyping(words); } }}
      style={{ left: (left + view.x) * zoom + shift.x, top: view.y * zoom + shift.y, width: view.width * zoom + grow.x, height: Math.max(6, view.height * zoom) + grow.y }}
    >
      {selected && element.type === 'chart' && <Box onPointerDown={down(true)} onPointerMove={move} onPointerUp={up} aria-hidden sx={{ position: 'absolute', right: -5, bottom: -5, width: 10, height: 10, bgcolor: color.main, cursor: 'nwse-resize' }} />}
      {typing !== undefined && (
        <Box
          component="textarea"
          autoFocus
          aria-label="Words"
          value={typing}
          onFocus={(e: React.FocusEvent<HTMLTextAreaElement>) => e.target.select()}
          onPointerDown={(e: React.PointerEvent) => e.stopPropagation()}
          onChange={(e: React.ChangeEvent<HTMLTextAreaElement>) => setTyping(e.target.value)}
          onBlur={() => finish(true)}
          onKeyDown={(e: React.KeyboardEvent) => {
            e.stopPropagation();
            if (e.key === 'Enter' && !e.shiftKey) { e.preventDefault(); finish(true); }
            if (e.key === 'Escape') finish(false);
          }}
          sx={{ position: 'absolute', left: -2, top: -2, zIndex: 5, width: 'calc(100% + 4px)', minWidth: 180, height: 'calc(100% + 6px)', minHeight: 30, resize: 'none', font: '400 13px Commissioner', p: 0.5, border: `2px solid ${color.main}`, bgcolor: '#fff', color: color.ink }}
        />
      )}
    </div>
  );
}
