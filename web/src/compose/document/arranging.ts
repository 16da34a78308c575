import type { Element } from '../../api/generated';

/** A new place or size of an element, in points. */
export interface Moved {
  id: string;
  x?: number;
  y?: number;
  width?: number;
  height?: number;
}

export type Arrangement =
  | 'left'
  | 'centre'
  | 'right'
  | 'top'
  | 'middle'
  | 'bottom'
  | 'across'
  | 'down'
  | 'width'
  | 'height'
  | 'columnLeft'
  | 'columnRight'
  | 'columnWidth'
  | 'columnsAcross';

export interface ArrangementWords {
  how: Arrangement;
  group: string;
  button: string;
  command: string;
  /** How many elements it takes. */
  least: number;
  /** True if it needs columns. */
  toColumns?: boolean;
}

const edgesOfColumns = 'To the edges of columns';

/** Every arrangement: as a command, and as a button under the name of its group. */
export const arrangements: ArrangementWords[] = [
  { how: 'left', group: 'Align', button: 'Left edges', command: 'Align left edges', least: 2 },
  { how: 'centre', group: 'Align', button: 'Centres', command: 'Align centres', least: 2 },
  { how: 'right', group: 'Align', button: 'Right edges', command: 'Align right edges', least: 2 },
  { how: 'top', group: 'Align', button: 'Upper edges', command: 'Align upper edges', least: 2 },
  { how: 'middle', group: 'Align', button: 'Middles', command: 'Align middles', least: 2 },
  { how: 'bottom', group: 'Align', button: 'Lower edges', command: 'Align lower edges', least: 2 },
  { how: 'across', group: 'Spread evenly', button: 'From left to right', command: 'Spread evenly across', least: 2 },
  { how: 'down', group: 'Spread evenly', button: 'From top to bottom', command: 'Spread evenly down', least: 2 },
  { how: 'width', group: 'Same size as the first', button: 'Width', command: 'Same width as the first', least: 2 },
  { how: 'height', group: 'Same size as the first', button: 'Height', command: 'Same height as the first', least: 2 },
  {
    how: 'columnLeft',
    group: edgesOfColumns,
    button: 'Left edges',
    command: 'Align with the left edge of a column',
    least: 1,
    toColumns: true,
  },
  {
    how: 'columnRight',
    group: edgesOfColumns,
    button: 'Right edges',
    command: 'Align with the right edge of a column',
    least: 1,
    toColumns: true,
  },
  { how: 'columnWidth', group: edgesOfColumns, button: 'Width', command: 'As wide as the columns below it', least: 1, toColumns: true },
  {
    how: 'columnsAcross',
    group: edgesOfColumns,
    button: 'Spread evenly',
    command: 'Spread evenly between edges of columns',
    least: 2,
    toColumns: true,
  },
];

interface Box {
  id: string;
  x: number;
  y: number;
  width: number;
  height: number;
}

const boxOf = (e: Element): Box => ({ id: e.id, x: e.x ?? 0, y: e.y ?? 0, width: e.width ?? 0, height: e.height ?? 16 });

/**
 * Where elements of one band go when they are aligned to each other or to columns, spread evenly, or given the size of the first one.
 * @param edges The edges of the section's columns, from left to right, in points.
 */
export function arranged(elements: Element[], how: Arrangement, edges: number[] = []): Moved[] {
  const boxes = elements.map(boxOf);
  const left = Math.min(...boxes.map((b) => b.x));
  const top = Math.min(...boxes.map((b) => b.y));
  const right = Math.max(...boxes.map((b) => b.x + b.width));
  const bottom = Math.max(...boxes.map((b) => b.y + b.height));
  switch (how) {
    case 'left':
      return boxes.map((b) => ({ id: b.id, x: left }));
    case 'centre':
      return boxes.map((b) => ({ id: b.id, x: (left + right - b.width) / 2 }));
    case 'right':
      return boxes.map((b) => ({ id: b.id, x: right - b.width }));
    case 'top':
      return boxes.map((b) => ({ id: b.id, y: top }));
    case 'middle':
      return boxes.map((b) => ({ id: b.id, y: (top + bottom - b.height) / 2 }));
    case 'bottom':
      return boxes.map((b) => ({ id: b.id, y: bottom - b.height }));
    case 'width':
      return boxes.slice(1).map((b) => ({ id: b.id, width: boxes[0].width }));
    case 'height':
      return boxes.slice(1).map((b) => ({ id: b.id, height: boxes[0].height }));
    case 'columnLeft':
      return boxes.map((b) => ({ id: b.id, x: nearest(edges, b.x) }));
    case 'columnRight':
      return boxes.map((b) => ({ id: b.id, x: Math.max(0, nearest(edges, b.x + b.width) - b.width) }));
    case 'columnWidth':
      return boxes.map((b) => {
        const x = nearest(edges.slice(0, -1), b.x);
        const beyond = edges.filter((e) => e > x);
        return { id: b.id, x, width: nearest(beyond, b.x + b.width) - x };
      });
    case 'columnsAcross': {
      const from = nearest(edges, left);
      const to = nearest(edges, right);
      const ordered = boxes.sort((a, b) => a.x - b.x);
      return filled(
        from,
        to - from,
        ordered.map((b) => b.width),
      ).map((x, i) => ({ id: ordered[i].id, x }));
    }
    case 'across':
      return spread(
        boxes.sort((a, b) => a.x - b.x),
        (b) => b.x,
        (b) => b.width,
      ).map((x, i) => ({ id: boxes[i].id, x }));
    case 'down':
      return spread(
        boxes.sort((a, b) => a.y - b.y),
        (b) => b.y,
        (b) => b.height,
      ).map((y, i) => ({ id: boxes[i].id, y }));
  }
}

const nearest = (edges: number[], x: number) =>
  edges.reduce((best, edge) => (Math.abs(edge - x) < Math.abs(best - x) ? edge : best), edges[0] ?? x);

/** Equal gaps between the first and the last. */
function spread(boxes: Box[], at: (box: Box) => number, size: (box: Box) => number): number[] {
  const last = boxes[boxes.length - 1];
  return filled(at(boxes[0]), at(last) + size(last) - at(boxes[0]), boxes.map(size));
}

/** Where things of these sizes begin when they fill a room with equal gaps between them. */
function filled(from: number, room: number, sizes: number[]): number[] {
  const gap = sizes.length > 1 ? (room - sizes.reduce((sum, size) => sum + size, 0)) / (sizes.length - 1) : 0;
  let next = from;
  return sizes.map((size) => {
    const place = next;
    next += size + gap;
    return place;
  });
}

/** Edges and centres that something which is dragged is drawn to, in points. */
export interface Guides {
  xs: number[];
  ys: number[];
}

/** How far something has to go on to meet a guide with one of its edges or its centre; undefined where none is near. */
export function snap(from: number, size: number, guides: number[], reach: number): { by: number; at: number } | undefined {
  let best: { by: number; at: number } | undefined;
  for (const own of [from, from + size / 2, from + size])
    for (const at of guides)
      if (Math.abs(at - own) <= reach && (!best || Math.abs(at - own) < Math.abs(best.by))) best = { by: at - own, at };
  return best;
}
