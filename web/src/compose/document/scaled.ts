/** The drawing at the size of the screen; its viewBox keeps the points. */
export function scaled(svg: string, zoom: number): string {
  return svg.replace(
    / width="([\d.]+)" height="([\d.]+)"/,
    (_, w: string, h: string) => ` width="${Number(w) * zoom}" height="${Number(h) * zoom}"`,
  );
}
