import { create } from 'zustand';
import type { ComposeBand, Section } from '../../api/generated';
import { snap, type Guides } from './arranging';

/** What is being dragged, in pixels of the screen: everything selected moves with what the pointer holds. */
interface Dragging {
  ids: string[];
  x: number;
  y: number;
  /** The lines that are met, in points of the band. */
  band?: string;
  vertical?: number;
  horizontal?: number;
}

export const useDragging = create<Dragging>(() => ({ ids: [], x: 0, y: 0 }));

export const endDragging = () => useDragging.setState({ ids: [], x: 0, y: 0, band: undefined, vertical: undefined, horizontal: undefined });

/** How near something has to come to a guide to be drawn to it, in pixels. */
const reach = 5;

/** The edges and centres of what else stands in a band, of its columns and of the page's body. */
export function guidesOf(band: ComposeBand | undefined, section: Section | undefined, moving: string[], bodyWidth: number): Guides {
  const others = (band?.elements ?? []).filter((e) => !moving.includes(e.id));
  let edge = 0;
  const columns = (section?.columns ?? []).map((c) => (edge += c.width));
  return {
    xs: [0, bodyWidth / 2, bodyWidth, ...columns, ...others.flatMap((e) => [e.x, e.x + e.width / 2, e.x + e.width])],
    ys: others.flatMap((e) => [e.y, e.y + e.height / 2, e.y + e.height]),
  };
}

/** A movement, drawn to the guides that are near; where it is sideways only, x alone. */
export function drawn(
  box: { x: number; y: number; width: number; height: number },
  by: { x: number; y: number },
  guides: Guides,
  zoom: number,
) {
  const across = snap(box.x + by.x / zoom, box.width, guides.xs, reach / zoom);
  const down = snap(box.y + by.y / zoom, box.height, guides.ys, reach / zoom);
  return {
    x: by.x + (across?.by ?? 0) * zoom,
    y: by.y + (down?.by ?? 0) * zoom,
    vertical: across?.at,
    horizontal: down?.at,
  };
}
