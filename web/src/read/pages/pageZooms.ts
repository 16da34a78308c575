/** The sizes that pages step through. */
const steps = [0.25, 0.33, 0.5, 0.67, 0.8, 1, 1.25, 1.5, 2, 3, 4];

export const larger = (zoom: number) => steps.find((s) => s > zoom + 0.01) ?? steps[steps.length - 1];
export const smaller = (zoom: number) => [...steps].reverse().find((s) => s < zoom - 0.01) ?? steps[0];

/** The size that a key asks for together with Ctrl; undefined fits the width, false asks for nothing. */
export function zoomFor(key: string, zoom: number): number | undefined | false {
  if (key === '+' || key === '=') return larger(zoom);
  if (key === '-') return smaller(zoom);
  return key === '0' ? undefined : false;
}
