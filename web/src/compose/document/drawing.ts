import { create } from 'zustand';
import type { BandKind, Edit, Element, GivenImage } from '../../api/generated';

/** An element whose frame is about to be drawn on the page; undefined where none is. */
export const useDrawing = create<{
  /** True where what is added next is drawn. */
  draws?: boolean;
  element?: Element;
  image?: GivenImage;
  /** What it is called. */
  words?: string;
}>(() => ({}));

export const endDrawing = () => useDrawing.setState({ element: undefined, image: undefined, words: undefined });

/** Puts an element where its frame was drawn: into the band in which it begins. */
export function drawnInto(
  element: Element,
  image: GivenImage | undefined,
  strip: HTMLElement,
  frame: { x: number; y: number; width: number; height: number },
  zoom: number,
  left: number,
): Edit {
  const [, band, level] = /^(\D+)(\d*)$/.exec(strip.dataset.band!)!;
  const at = strip.getBoundingClientRect();
  return {
    type: 'addElement',
    section: strip.dataset.section,
    band: band as BandKind,
    level: Number(level || 0),
    element,
    image,
    frame: {
      x: (frame.x - at.left) / zoom - left,
      y: (frame.y - at.top) / zoom,
      width: frame.width / zoom,
      height: frame.height / zoom,
    },
  };
}
