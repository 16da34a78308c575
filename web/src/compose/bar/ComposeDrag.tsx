import { DndContext, DragOverlay, PointerSensor, pointerWithin, useSensor, useSensors, type DragEndEvent } from '@dnd-kit/core';
import Box from '@mui/material/Box';
import { useState, type ReactNode } from 'react';
import type { BandKind } from '../../api/generated';
import { color } from '../../theme/tokens';
import { useCompose } from '../store/composeStore';
import { columnAt, findSection } from '../document/definition';
import { drawn, guidesOf } from '../document/dragging';

/** What a field can be dropped on: a band, or a blank of a sentence. */
interface Band {
  section: string;
  band: BandKind;
  level: number;
}
interface Taker {
  take: (field: string) => void;
}

/** Fields are dragged within it. */
export function ComposeDrag({ children }: { children: (isDragging: boolean) => ReactNode }) {
  const [dragged, setDragged] = useState<string>();
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 5 } }));
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={pointerWithin}
      autoScroll={{ threshold: { x: 0, y: 0.06 } }}
      onDragStart={(e) => setDragged(String(e.active.data.current?.label))}
      onDragCancel={() => setDragged(undefined)}
      onDragEnd={(e) => {
        setDragged(undefined);
        drop(e);
      }}
    >
      {children(dragged !== undefined)}
      <DragOverlay dropAnimation={null}>
        {dragged && (
          <Box sx={{ px: 1.25, py: 0.5, width: 'max-content', borderRadius: 1, bgcolor: color.main, color: '#fff', fontWeight: 600 }}>
            {dragged}
          </Box>
        )}
      </DragOverlay>
    </DndContext>
  );
}

function drop(event: DragEndEvent) {
  const field = String(event.active.data.current?.field);
  const target = event.over?.data.current as Band | Taker | undefined;
  if (!target) return;
  if ('take' in target) {
    target.take(field);
    return;
  }
  const at = pointIn(event, target);
  const before = target.band === 'detail' && at ? columnAt(at.section, at.x) : undefined;
  void useCompose
    .getState()
    .edit({ type: 'addField', section: target.section, field, band: target.band, level: target.level, before, x: at?.x, y: at?.y });
}

/** Where a field is let go: from the left side of the section and from the top of the band, in points, drawn to what is near. */
function pointIn(event: DragEndEvent, { section: id, band, level }: Band) {
  const { definition, view } = useCompose.getState();
  const strip = view?.bands.find((b) => b.section === id && b.kind === band && b.level === level);
  const section = definition && findSection(definition, id);
  if (!event.over || !strip || !section || !(event.activatorEvent instanceof PointerEvent)) return undefined;
  const page = { width: 595.28, left: 42.52, right: 42.52, ...definition.page };
  const zoom = event.over.rect.width / page.width;
  const x = (event.activatorEvent.clientX + event.delta.x - event.over.rect.left) / zoom - page.left - strip.left;
  const y = (event.activatorEvent.clientY + event.delta.y - event.over.rect.top) / zoom;
  const guides = guidesOf(strip, section, [], page.width - page.left - page.right);
  const near = drawn({ x, y, width: 0, height: 0 }, { x: 0, y: 0 }, guides, zoom);
  return { section, x: x + near.x / zoom, y: Math.max(0, y + near.y / zoom) };
}
