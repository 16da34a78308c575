const two = (n: number) => String(n).padStart(2, '0');

/** A day or moment as addresses write it, as the calendar's own kind of date; null if it is none. */
export function readDay(text: string): Date | null {
  const parts = /^(\d{4})-(\d{2})-(\d{2})(?:[ T](\d{2}):(\d{2}))?/.exec(text);
  return parts ? new Date(Number(parts[1]), Number(parts[2]) - 1, Number(parts[3]), Number(parts[4] ?? 0), Number(parts[5] ?? 0)) : null;
}

/** As 2025-01-31, or 2025-01-31 06:15. */
export const writeDay = (date: Date, time = false) =>
  `${date.getFullYear()}-${two(date.getMonth() + 1)}-${two(date.getDate())}` +
  (time ? ` ${two(date.getHours())}:${two(date.getMinutes())}` : '');
