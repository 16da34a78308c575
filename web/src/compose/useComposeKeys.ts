import { useEffect } from 'react';
import { useCompose } from './composeStore';
import { findElement, sectionOfColumn, sectionOfLevel } from './definition';

const isTyping = (target: EventTarget | null) =>
  target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName));

/** Undo, redo, delete, moving and widening columns, leaving a selection: by keyboard, anywhere in Compose. */
export function useComposeKeys() {
  useEffect(() => {
    const press = (e: KeyboardEvent) => {
      if (isTyping(e.target) || document.querySelector('.MuiPopover-root')) return;
      const { undo, redo, edit, select, selection, definition } = useCompose.getState();
      const control = e.ctrlKey || e.metaKey;
      const done = () => e.preventDefault();
      if (control && e.key.toLowerCase() === 'z') {
        done();
        if (e.shiftKey) void redo();
        else void undo();
        return;
      }
      if (control && e.key.toLowerCase() === 'y') {
        done();
        void redo();
        return;
      }
      if (e.key === 'Escape') {
        select({ kind: 'report' });
        return;
      }
      if (!definition) return;
      const placed = selection.kind === 'element' ? findElement(definition, selection.id) : undefined;
      const columns = placed?.element.column ? (sectionOfColumn(definition, placed.element.column).columns ?? []) : [];
      const bound = placed ? columns.findIndex((c) => c.id === placed.element.column) : -1;
      if (e.key === 'Delete' || e.key === 'Backspace') {
        if (selection.kind === 'level') {
          done();
          void edit({ type: 'deleteLevel', level: selection.id });
          select({ kind: 'report' });
        } else if (placed) {
          done();
          // A heading or a cell stands for its column; a total is taken out alone.
          void edit(
            bound >= 0 && placed.element.type !== 'total'
              ? { type: 'deleteColumn', column: columns[bound].id }
              : { type: 'deleteElement', element: placed.element.id },
          );
          select({ kind: 'report' });
        }
        return;
      }
      const aside = e.key === 'ArrowLeft' ? -1 : e.key === 'ArrowRight' ? 1 : 0;
      if (e.altKey && aside && bound >= 0) {
        done();
        if (e.shiftKey) void edit({ type: 'setColumn', column: { ...columns[bound], width: columns[bound].width + aside * 4 } });
        else void edit({ type: 'moveColumn', column: columns[bound].id, to: bound + aside });
      }
      if (e.altKey && aside && selection.kind === 'level') {
        done();
        const levels = sectionOfLevel(definition, selection.id).levels ?? [];
        void edit({ type: 'moveLevel', level: selection.id, to: levels.findIndex((l) => l.id === selection.id) + aside });
      }
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, []);
}
