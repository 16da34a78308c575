import { useShallow } from 'zustand/react/shallow';
import { useDragging } from '../document/dragging';

/** The lines that what is dragged in a band has met. */
export function GuideLines({ of, zoom, left }: { of: string; zoom: number; left: number }) {
  const { vertical, horizontal } = useDragging(
    useShallow((s) =>
      s.band === of ? { vertical: s.vertical, horizontal: s.horizontal } : { vertical: undefined, horizontal: undefined },
    ),
  );
  return (
    <>
      {vertical !== undefined && <div className="guide" style={{ left: (left + vertical) * zoom, top: -4, bottom: -4, width: 1 }} />}
      {horizontal !== undefined && <div className="guide" style={{ top: horizontal * zoom, left: 0, right: 0, height: 1 }} />}
    </>
  );
}
