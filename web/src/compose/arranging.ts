import type { Element } from '../api/generated';

/** A new place or size of an element, in points. */
export interface Moved {
  id: string;
  x?: number;
  y?: number;
  width?: number;
  height?: number;
}

export type Arrangement = 'left' | 'centre' | 'right' | 'top' | 'middle' | 'bottom' | 'across' | 'down' | 'width' | 'height';

/** Every arrangement: as a command, and as a button under the name of its group. */
export const arrangements: { how: Arrangement; group: string; button: string; command: string }[] = [
  { how: 'left', group: 'Align', button: 'Left edges', command: 'Align left edges' },
  { how: 'centre', group: 'Align', button: 'Centres', command: 'Align centres' },
  { how: 'right', group: 'Align', button: 'Right edges', command: 'Align right edges' },
  { how: 'top', group: 'Align', button: 'Upper edges', command: 'Align upper edges' },
  { how: 'middle', group: 'Align', button: 'Middles', command: 'Align middles' },
  { how: 'bottom', group: 'Align', button: 'Lower edges', command: 'Align lower edges' },
  { how: 'across', group: 'Spread evenly', button: 'From left to right', command: 'Spread evenly across' },
  { how: 'down', group: 'Spread evenly', button: 'From top to bottom', command: 'Spread evenly down' },
  { how: 'width', group: 'Same size as the first', button: 'Width', command: 'Same width as the first' },
  { how: 'height', group: 'Same size as the first', button: 'Height', command: 'Same height as the first' },
];

interface Box {
  id: string;
  x: number;
  y: number;
  width: number;
  height: number;
}

const boxOf = (e: Element): Box => ({ id: e.id, x: e.x ?? 0, y: e.y ?? 0, width: e.width ?? 0, height: e.height ?? 16 });

/** Where elements of one band go when they are aligned to each other, spread evenly, or given the size of the first one. */
export function arranged(elements: Element[], how: Arrangement): Moved[] {
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

/** Equal gaps between the first and the last. */
function spread(boxes: Box[], at: (box: Box) => number, size: (box: Box) => number): number[] {
  const last = boxes[boxes.length - 1];
  const room = at(last) + size(last) - at(boxes[0]) - boxes.reduce((sum, b) => sum + size(b), 0);
  const gap = boxes.length > 1 ? room / (boxes.length - 1) : 0;
  let next = at(boxes[0]);
  return boxes.map((b) => {
    const place = next;
    next += size(b) + gap;
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
