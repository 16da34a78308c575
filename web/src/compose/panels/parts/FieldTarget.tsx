import { useDroppable } from '@dnd-kit/core';
import { useId, type ReactNode } from 'react';
import { color } from '../../../theme/tokens';

/** A blank that fields can be dropped on. */
export function FieldTarget({ onField, children }: { onField: (field: string) => void; children: ReactNode }) {
  const drop = useDroppable({ id: useId(), data: { take: onField } });
  return (
    <span ref={drop.setNodeRef} style={drop.isOver ? { background: color.mainTint, outline: `2px solid ${color.main}` } : undefined}>
      {children}
    </span>
  );
}
