import { useRef, useState } from 'react';
import type { ComposeBand } from '../api/generated';
import { color } from '../theme/tokens';
import { useCompose } from './composeStore';
import { findColumn, findElement } from './definition';
import { replaceColumn } from './edits';

/** At the right edge of each column's heading: drag it to change the column's width. */
export function ColumnHandles({ band, zoom, left }: { band: ComposeBand; zoom: number; left: number }) {
  const definition = useCompose((s) => s.definition);
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
