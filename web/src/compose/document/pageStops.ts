import { create } from 'zustand';

/**
 * What can have the focus on the page: bands, and the elements in them. Tab stops at one of them; arrow keys lead to the others. Having the
 * focus chooses nothing yet.
 */
export const useStop = create<{ stop?: string }>(() => ({}));

export const elementStop = (id: string) => `element ${id}`;
export const bandStop = (band: { section: string; kind: string; level: number | string }) =>
  `band ${band.section} ${band.kind} ${band.level}`;

const page = () => document.querySelector<HTMLElement>('[data-region=page]');
const isBand = (stop: HTMLElement) => stop.dataset.band !== undefined;

/** The elements in a band as they are read: line by line. */
function inBand(band: HTMLElement): HTMLElement[] {
  const all = [...band.querySelectorAll<HTMLElement>('[data-element]')];
  const places = new Map(all.map((e) => [e, e.getBoundingClientRect()]));
  return all.sort((a, b) => places.get(a)!.top - places.get(b)!.top || places.get(a)!.left - places.get(b)!.left);
}

const bands = () => [...(page()?.querySelectorAll<HTMLElement>('[data-band]') ?? [])];

/** All stops in the order of the page. */
const stops = () => bands().flatMap((band) => [band, ...inBand(band)]);

const middle = (element: HTMLElement) => {
  const { left, right, top, bottom } = element.getBoundingClientRect();
  return { x: (left + right) / 2, y: (top + bottom) / 2 };
};

/** The nearest element above or below another; what stands straight above or below counts as nearer. */
function nearest(from: HTMLElement, down: boolean): HTMLElement | undefined {
  const at = middle(from);
  const ahead = bands()
    .flatMap(inBand)
    .map((element) => ({ element, to: middle(element) }))
    .filter(({ to }) => (down ? to.y > at.y + 2 : to.y < at.y - 2));
  const far = ({ to }: { to: { x: number; y: number } }) => Math.abs(to.y - at.y) + 2 * Math.abs(to.x - at.x);
  return ahead.sort((a, b) => far(a) - far(b))[0]?.element;
}

/** Where a key leads from a stop; undefined if it leads nowhere. */
export function walkPage(from: HTMLElement, key: string, ctrl: boolean): HTMLElement | undefined {
  const [all, strips] = [stops(), bands()];
  const at = all.indexOf(from);
  const band = strips.indexOf(from.closest<HTMLElement>('[data-band]')!);
  const within = inBand(strips[band]);
  switch (key) {
    case 'ArrowRight':
      return all[at + 1];
    case 'ArrowLeft':
      return all[at - 1];
    case 'ArrowDown':
      return isBand(from) ? strips[band + 1] : nearest(from, true);
    case 'ArrowUp':
      return isBand(from) ? strips[band - 1] : nearest(from, false);
    case 'Home':
      return ctrl ? all[0] : within[0];
    case 'End':
      return ctrl ? all[all.length - 1] : within[within.length - 1];
    case 'PageDown':
      return strips[band + 1];
    case 'PageUp':
      return from === strips[band] ? strips[band - 1] : strips[band];
    default:
      return undefined;
  }
}

/** The box of an element, or nothing while it is not on the page. */
export const boxOf = (id: string) => page()?.querySelector<HTMLElement>(`[data-element="${CSS.escape(id)}"]`) ?? undefined;

/** What gets the focus when elements go: the next one in their band, the one before, or the band. */
export function besides(gone: Set<string>): HTMLElement | undefined {
  const first = [...gone].map(boxOf).find((box) => box !== undefined);
  const band = first?.closest<HTMLElement>('[data-band]');
  if (!first || !band) return undefined;
  const within = inBand(band);
  const stays = (box: HTMLElement) => !gone.has(box.dataset.element!);
  const at = within.indexOf(first);
  return within.slice(at).find(stays) ?? within.slice(0, at).reverse().find(stays) ?? band;
}
