import type { BandKind, Column, Edit, Element, Section } from '../../api/generated';
import { findElement } from '../document/definition';
import type { Change } from '../session/types';

/** A column or level to another place among those of its section; places beyond the ends mean the ends. */
export const moveWithin = (id: string, section: Section, index: number): Edit => ({
  type: 'move',
  id,
  to: { in: section.id, index: Math.max(0, index) },
});

export const replaceColumn = (column: Column): Edit => ({ type: 'replace', item: { kind: 'column', column } });

/** Gives elements the look of another one. */
export const giveLook = (ids: string[], style: Element['style']): Change[] =>
  ids.map((id) => (now) => {
    const element = findElement(now, id)?.element;
    return element && { type: 'replace', item: { kind: 'element', element: { ...element, style } } };
  });

/**
 * Carries an element into the band over which it is let go; undefined while that is its own.
 * @param x From the left margin, in points.
 * @param y From the top of its own band, in points.
 */
export function carryTo(element: string, e: React.PointerEvent, x: number, y: number, zoom: number): Edit | undefined {
  const strip = (at?: globalThis.Element | null) => at?.closest<HTMLElement>('[data-band]') ?? undefined;
  const own = strip(e.currentTarget);
  // What is carried lies under the pointer too, wherever that is.
  const target = document
    .elementsFromPoint(e.clientX, e.clientY)
    .filter((below) => !e.currentTarget.contains(below))
    .map(strip)
    .find((found) => found !== undefined);
  if (!own || !target || target === own) return undefined;
  const [, band, level] = /^(\D+)(\d*)$/.exec(target.dataset.band!)!;
  return {
    type: 'carryElement',
    element,
    section: target.dataset.section,
    band: band as BandKind,
    level: Number(level || 0),
    x: Math.max(0, x),
    y: Math.max(0, y + (own.getBoundingClientRect().top - target.getBoundingClientRect().top) / zoom),
  };
}
