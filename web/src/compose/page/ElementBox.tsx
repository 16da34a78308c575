import Box from '@mui/material/Box';
import { memo, useEffect, useRef, useState } from 'react';
import type { ElementView } from '../../api/generated';
import { color } from '../../theme/tokens';
import { ChartPartBoxes } from './ChartPartBoxes';
import { ask } from '../document/commands';
import { useCompose } from '../store/composeStore';
import { dropIndex, findElement, sectionOfColumn } from '../document/definition';
import { drawn, endDragging, guidesOf, useDragging } from '../document/dragging';
import { carryTo, moveWithin } from '../store/edits';
import { kindOf } from '../kinds';
import { useNewText } from '../store/newText';
import { elementStop, useStop } from '../document/pageStops';
import { useChartView } from '../store/useChartView';
import { freeOnes, selectedIds, toggled } from '../store/selected';
import { Words } from './Words';

/** In pixels: a box that is lower is hard to point at. */
const leastHeight = 6;

/** A box over an element: click selects it, dragging moves it (a heading: its column), a double click (or F2) types over its words. */
export const ElementBox = memo(function ElementBox({ element: view, zoom, left }: { element: ElementView; zoom: number; left: number }) {
  const element = useCompose((s) => s.definition && findElement(s.definition, view.id)?.element);
  const name = useCompose((s) => (element && s.definition ? kindOf(element).name(element, s.definition).trim() : ''));
  const words = useCompose((s) => (element && s.definition ? kindOf(element).words?.(element, s.definition) : undefined));
  const selected = useCompose((s) => selectedIds(s.selection, s.definition).includes(view.id));
  const alone = useCompose((s) => s.selection.kind === 'element' && s.selection.id === view.id && !s.selection.more);
  const { select, edit, setElement } = useCompose.getState();
  const [resized, setResized] = useState<{ x: number; y: number }>();
  const shift = useDragging((s) => (s.ids.includes(view.id) ? s : undefined));
  const [typing, setTyping] = useState(false);
  const isNew = useNewText((s) => s.id === view.id);
  useEffect(() => {
    if (!isNew) return;
    setTyping(true);
    useNewText.setState({ id: undefined });
  }, [isNew]);
  const isStop = useStop((s) => s.stop === elementStop(view.id));
  const chartView = useChartView(view.id);
  const start = useRef<{ x: number; y: number; size: boolean; part?: string; band?: string }>(undefined);
  if (!element) return null;
  const kind = kindOf(element);
  const free = kind.handle === 'free' && !element.column;

  const down = (size: boolean) => (e: React.PointerEvent) => {
    if (e.button !== 0) return;
    e.stopPropagation();
    const { selection } = useCompose.getState();
    if (e.shiftKey && !size) {
      select(toggled(selection, view.id));
      return;
    }
    // A part of it stays chosen while it is chosen itself, and so do others that were chosen with it.
    if (!selected) select({ kind: 'element', id: view.id });
    if (kind.handle === 'none') return;
    const part = e.target instanceof Element ? e.target.closest<HTMLElement>('[data-chart-part]')?.dataset.chartPart : undefined;
    const strip = e.currentTarget.closest<HTMLElement>('[data-band]')?.dataset;
    start.current = { x: e.clientX, y: e.clientY, size, part, band: strip && `${strip.section}${strip.band}` };
    e.currentTarget.setPointerCapture(e.pointerId);
  };
  const move = (e: React.PointerEvent) => {
    const from = start.current;
    if (!from || (free && element.locked)) return;
    const by = { x: e.clientX - from.x, y: e.clientY - from.y };
    if (!resized && !shift && Math.hypot(by.x, by.y) <= 3) return;
    if (from.size) {
      setResized(by);
      return;
    }
    const { selection, view: page, definition } = useCompose.getState();
    if (!definition) return;
    const ids = free ? freeOnes(definition, selection).map((f) => f.id) : [view.id];
    const moving = ids.includes(view.id) ? ids : [view.id];
    const band = page?.bands.find((b) => `${b.section}${b.kind}${b.level || ''}` === from.band);
    const section = definition.sheets?.flatMap((s) => s.sections ?? []).find((s) => s.id === band?.section);
    const paper = { width: 595.28, left: 42.52, right: 42.52, ...definition.page };
    // With Alt, things go where they are put.
    const to =
      free && !e.altKey ? drawn(view, by, guidesOf(band, section, moving, paper.width - paper.left - paper.right), zoom) : { ...by };
    useDragging.setState({ vertical: undefined, horizontal: undefined, ...to, ids: moving, band: from.band, y: free ? to.y : 0 });
  };
  const up = (e: React.PointerEvent) => {
    const from = start.current;
    start.current = undefined;
    if (!resized && !shift) {
      if (from?.part) select({ kind: 'element', id: view.id, part: from.part });
      // A plain click on one of several leaves that one selected.
      else if (from && !from.size && !alone) select({ kind: 'element', id: view.id });
      if (e.altKey) ask('trace');
      return;
    }
    setResized(undefined);
    endDragging();
    if (resized) {
      const [dx, dy] = [Math.round(resized.x / zoom), Math.round(resized.y / zoom)];
      void setElement(view.id, { width: Math.max(5, (element.width ?? 0) + dx), height: Math.max(2, (element.height ?? 16) + dy) });
      return;
    }
    const { definition } = useCompose.getState();
    if (!shift || !definition) return;
    if (kind.handle === 'column' && element.column) {
      const to = dropIndex(definition, element.column, shift.x / zoom);
      if (to !== undefined) void edit(moveWithin(element.column, sectionOfColumn(definition, element.column), to));
    }
    if (!free) return;
    const [dx, dy] = [Math.round((shift.x / zoom) * 4) / 4, Math.round((shift.y / zoom) * 4) / 4];
    const carried = shift.ids.length === 1 ? carryTo(view.id, e, (element.x ?? 0) + dx, view.y + dy, zoom) : undefined;
    if (carried) {
      void edit(carried);
      return;
    }
    const places = shift.ids.flatMap((id) => {
      const at = findElement(definition, id)?.element;
      return at ? [{ id, x: Math.max(0, (at.x ?? 0) + dx), y: Math.max(0, (at.y ?? 0) + dy) }] : [];
    });
    void edit({ type: 'arrange', places });
  };
  const grow = resized ?? { x: 0, y: 0 };
  // A line is hardly as high as the pointer is exact, and may lie on the edge of its band.
  const around = Math.max(0, (leastHeight - view.height * zoom) / 2);
  return (
    <div
      className={`element${free ? ' free' : ''}${element.type === 'line' ? ' line' : ''}`}
      data-element={view.id}
      data-selected={selected}
      // A chosen chart holds buttons of its own, for its parts.
      role={selected && element.type === 'chart' ? 'group' : 'button'}
      aria-label={chartView ? `chart ${chartView.texts.title ?? ''}`.trim() : name}
      aria-pressed={selected && element.type === 'chart' ? undefined : selected}
      tabIndex={isStop ? 0 : -1}
      onPointerDown={down(false)}
      onPointerMove={move}
      onPointerUp={up}
      onFocus={() => useStop.setState({ stop: elementStop(view.id) })}
      onDoubleClick={() => {
        if (words !== undefined) setTyping(true);
      }}
      onKeyDown={(e) => {
        if (e.key === 'F2' && e.target === e.currentTarget && words !== undefined) {
          e.preventDefault();
          setTyping(true);
        }
      }}
      style={{
        left: (left + view.x) * zoom + (shift?.x ?? 0),
        top: view.y * zoom - around + (shift?.y ?? 0),
        width: view.width * zoom + grow.x,
        height: view.height * zoom + 2 * around + grow.y,
      }}
    >
      {alone && element.type === 'chart' && !shift && !resized && <ChartPartBoxes chart={element} zoom={zoom} />}
      {alone && kind.hasCorner && free && !element.locked && (
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
          lines={element.type === 'text'}
          onTake={(text) => void edit({ type: 'setText', element: view.id, text })}
          onDone={() => setTyping(false)}
        />
      )}
    </div>
  );
});
