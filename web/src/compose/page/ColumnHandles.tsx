import { useRef, useState } from 'react';
import type { ComposeBand } from '../../api/generated';
import { color } from '../../theme/tokens';
import { useCompose } from '../store/composeStore';
import { findColumn, findElement } from '../document/definition';
import { replaceColumn } from '../store/edits';
import { boxOf } from '../document/pageStops';

/** Of each column, above its heading: a handle that selects the whole column. At the heading's right edge: drag it to change the width. */
export function ColumnHandles({ band, zoom, left }: { band: ComposeBand; zoom: number; left: number }) {
  const definition = useCompose((s) => s.definition);
  const selected = useCompose((s) => (s.selection.kind === 'element' && s.selection.column ? s.selection.id : undefined));
  const { edit, select } = useCompose.getState();
  const [drag, setDrag] = useState<{ column: string; by: number }>();
  const start = useRef(0);
  if (!definition) return null;
  const down = (column: string, element: string) => (e: React.PointerEvent) => {
    if (e.button !== 0) return;
    e.stopPropagation();
    select({ kind: 'element', id: element });
    start.current = e.clientX;
    setDrag({ column, by: 0 });
    e.currentTarget.setPointerCapture(e.pointerId);
  };
  const up = () => {
    const column = drag && findColumn(definition, drag.column);
    setDrag(undefined);
    if (column && Math.abs(drag.by) >= 2) void edit(replaceColumn({ ...column, width: Math.max(12, Math.round(column.width + drag.by)) }));
  };
  return band.elements.map((heading) => {
    const element = findElement(definition, heading.id)?.element;
    const column = element?.type === 'heading' ? findColumn(definition, element.column) : undefined;
    if (!column) return null;
    const by = drag?.column === column.id ? drag.by : 0;
    const x = (left + heading.x + column.width + by) * zoom;
    return (
      <div key={heading.id}>
        <button
          type="button"
          className="column-handle"
          tabIndex={-1}
          aria-label={`Column ${column.heading}`}
          aria-pressed={selected === heading.id}
          title={`Column ${column.heading}: click to select it with its values and totals`}
          data-column-handle={column.id}
          onClick={(e) => {
            e.stopPropagation();
            select({ kind: 'element', id: heading.id, column: true });
            boxOf(heading.id)?.focus();
          }}
          style={{ left: (left + heading.x) * zoom, top: heading.y * zoom - 5, width: (column.width - 2) * zoom }}
        />
        <div
          className="column-edge"
          title="Drag to change the width"
          data-column-edge={column.id}
          onPointerDown={down(column.id, heading.id)}
          onPointerMove={(e) => {
            if (drag) setDrag({ ...drag, by: (e.clientX - start.current) / zoom });
          }}
          onPointerUp={up}
          style={{ left: x - 3, top: heading.y * zoom, width: 5, height: heading.height * zoom }}
        />
        {by !== 0 && <div className="column-guide" style={{ left: x, background: color.main }} />}
      </div>
    );
  });
}
