/** Lengths are kept in points (1/72 inch) and shown in millimetres. */
export const millimetres = (points: number) => String(Math.round(((points * 25.4) / 72) * 10) / 10);

export const pointsOf = (mm: number) => Math.round(((mm * 72) / 25.4) * 100) / 100;
