import Box from '@mui/material/Box';
import { useRef, useState } from 'react';
import type { ComposeBand } from '../api/generated';
import { color } from '../theme/tokens';
import { useCompose } from './composeStore';
import { findElement, mainSection } from './definition';

/** On each column's heading: its edge changes the width, dragging it moves the column. */
export function ColumnHandles({ band, zoom, left }: { band: ComposeBand; zoom: number; left: number }) {
  const definition = useCompose((s) => s.definition);
  const { edit, select } = useCompose.getState();
  const [drag, setDrag] = useState<{ column: string; by: number; edge: boolean }>();
  const start = useRef(0);
  if (!definition) return null;
  const headings = band.elements.filter((e) => e.column && findElement(definition, e.id)?.element.type === 'heading');
  if (headings.length === 0) return null;
  const columns = mainSection(definition).columns ?? [];
  let x = 0;
  const places = columns.map((column) => {
    const place = { column, x, end: x + column.width };
    x += column.width;
    return place;
  });

  const down = (column: string, edge: boolean, element: string) => (e: React.PointerEvent) => {
    if (e.button !== 0) return;
    e.stopPropagation();
    select({ kind: 'element', id: element });
    start.current = e.clientX;
    setDrag({ column, by: 0, edge });
    e.currentTarget.setPointerCapture(e.pointerId);
  };
  const move = (e: React.PointerEvent) => { if (drag) setDrag({ ...drag, by: (e.clientX - start.current) / zoom }); };
  const up = () => {
    if (!drag) return;
    setDrag(undefined);
    const own = places.find((p) => p.column.id === drag.column)!;
    if (Math.abs(drag.by) < 2) return;
    if (drag.edge) void edit({ type: 'setColumn', column: { ...own.column, width: Math.max(12, Math.round(own.column.width + drag.by)) } });
    else {
      const middle = (own.x + own.end) / 2 + drag.by;
      const to = places.filter((p) => p.column.id !== drag.column && (p.x + p.end) / 2 < middle).length;
      if (to !== places.indexOf(own)) void edit({ type: 'moveColumn', column: drag.column, to });
    }
  };
  const handlers = { onPointerMove: move, onPointerUp: up };
  return (
    <>
      {headings.map((heading) => {
        const place = places.find((p) => p.column.id === heading.column);
        if (!place) return null;
        const by = drag?.column === heading.column ? drag.by : 0;
        const edge = drag?.edge;
        return (
          <div key={heading.id}>
            <div className={by && !edge ? 'column-move moving' : 'column-move'} title="Drag to move the column" data-column-move={heading.column} onPointerDown={down(place.column.id, false, heading.id)} {...handlers} style={{ left: (left + place.x + (edge ? 0 : by)) * zoom, top: heading.y * zoom - 3, width: Math.max(10, heading.width * zoom * 0.6), height: 5 }} />
            <div className="column-edge" title="Drag to change the width" data-column-edge={heading.column} onPointerDown={down(place.column.id, true, heading.id)} {...handlers} style={{ left: (left + place.end + (edge ? by : 0)) * zoom - 3, top: heading.y * zoom, width: 5, height: heading.height * zoom }} />
            {by !== 0 && <Box sx={{ position: 'absolute', zIndex: 4, width: 2, bgcolor: color.main, pointerEvents: 'none' }} style={{ left: (left + (edge ? place.end + by : (place.x + place.end) / 2 + by)) * zoom, top: 0, height: 2000 }} />}
          </div>
        );
      })}
    </>
  );
}
