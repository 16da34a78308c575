import { useEffect } from 'react';
import { isWriting } from '../../focus/isWriting';
import { useCompose } from '../store/composeStore';
import { findElement, sectionOfColumn, sectionOfLevel } from '../document/definition';
import { endDrawing, useDrawing } from '../document/drawing';
import { moveWithin, replaceColumn } from '../store/edits';
import { boxOf } from '../document/pageStops';
import { removeItems } from '../store/removing';
import { freeOnes, selectedIds } from '../store/selected';

/** Which way the arrow keys move things: to the right, and down. */
const arrows: Record<string, [number, number] | undefined> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** Delete, moving and widening columns, leaving a selection: by keyboard, anywhere in Compose. */
export function useComposeKeys() {
  useEffect(() => {
    const press = (e: KeyboardEvent) => {
      // Keys that change what is chosen are meant for it while the page or its settings have the focus, or nothing has.
      const isElsewhere =
        e.target instanceof Element &&
        e.target !== document.body &&
        !e.target.closest('[data-region=page], [data-region=levels], [data-region=settings]');
      if (isElsewhere || isWriting(e.target) || document.querySelector('.MuiPopover-root')) return;
      const { edit, editMerged, select, selection, definition } = useCompose.getState();
      const done = () => e.preventDefault();
      if (e.key === 'Escape' && useDrawing.getState().element) {
        endDrawing();
        return;
      }
      if (e.key === 'Escape') {
        // One step up: from a part of a chart to the chart, from there to the report.
        if (selection.kind === 'element' && selection.part) {
          select({ kind: 'element', id: selection.id });
          boxOf(selection.id)?.focus();
        } else select({ kind: 'report' });
        return;
      }
      if (!definition) return;
      const placed = selection.kind === 'element' ? findElement(definition, selection.id) : undefined;
      const columns = placed?.element.column ? (sectionOfColumn(definition, placed.element.column).columns ?? []) : [];
      const bound = placed ? columns.findIndex((c) => c.id === placed.element.column) : -1;
      if (e.key === 'Delete' || e.key === 'Backspace') {
        const isColumn = selection.kind === 'element' && selection.column && bound >= 0;
        const ids = selection.kind === 'level' ? [selection.id] : isColumn ? [columns[bound].id] : selectedIds(selection);
        if (ids.length > 0) {
          done();
          removeItems(ids);
        }
        return;
      }
      const arrow = arrows[e.key];
      const isPart = e.target instanceof Element && e.target.closest('[data-chart-part]');
      const free = freeOnes(definition, selection);
      if (arrow && !e.altKey && !e.ctrlKey && !e.metaKey && free.length > 0 && !isPart) {
        done();
        const [ids, by] = [free.map((f) => f.id), e.shiftKey ? 10 : 1];
        void editMerged(`move ${ids.join(' ')}`, (now) => {
          const places = ids.flatMap((id) => {
            const at = findElement(now, id)?.element;
            return at ? [{ id, x: Math.max(0, (at.x ?? 0) + arrow[0] * by), y: Math.max(0, (at.y ?? 0) + arrow[1] * by) }] : [];
          });
          return places.length ? { type: 'arrange', places } : undefined;
        });
        return;
      }
      const aside = e.key === 'ArrowLeft' ? -1 : e.key === 'ArrowRight' ? 1 : 0;
      if (e.altKey && aside && bound >= 0) {
        done();
        const column = columns[bound];
        if (e.shiftKey) void edit(replaceColumn({ ...column, width: column.width + aside * 4 }));
        else void edit(moveWithin(column.id, sectionOfColumn(definition, column.id), bound + aside));
      }
      if (e.altKey && aside && selection.kind === 'level') {
        done();
        const section = sectionOfLevel(definition, selection.id);
        const index = (section.levels ?? []).findIndex((l) => l.id === selection.id);
        void edit(moveWithin(selection.id, section, index + aside));
      }
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, []);
}
