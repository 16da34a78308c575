import type { Parameter } from '../api/generated';
import { spoken } from './given';
import { readPeriod } from './periods';

const isDay = (text: string) => /^\d{4}-\d{2}-\d{2}$/.test(text);
const utc = (text: string) => new Date(`${text}T00:00:00Z`);
const written = (options: Intl.DateTimeFormatOptions) => new Intl.DateTimeFormat('en-GB', { timeZone: 'UTC', ...options });
const dayWords = (text: string) => written({ day: 'numeric', month: 'short', year: 'numeric' }).format(utc(text));

/** A period as people say it: “2025”, “Q1 2025”, “January 2025”, or its two days. */
export function periodWords(from: string, to: string): string {
  if (!isDay(from) || !isDay(to)) return [from, to].filter(Boolean).join(' – ');
  const [first, last] = [utc(from), utc(to)];
  const year = first.getUTCFullYear();
  const next = new Date(last.getTime() + 86_400_000);
  const months = (next.getUTCFullYear() - year) * 12 + next.getUTCMonth() - first.getUTCMonth();
  const isWhole = first.getUTCDate() === 1 && next.getUTCDate() === 1;
  if (isWhole && months === 12 && first.getUTCMonth() === 0) return String(year);
  if (isWhole && months === 3 && first.getUTCMonth() % 3 === 0) return `Q${first.getUTCMonth() / 3 + 1} ${year}`;
  if (isWhole && months === 1) return written({ month: 'long', year: 'numeric' }).format(first);
  return from === to ? dayWords(from) : `${dayWords(from)} – ${dayWords(to)}`;
}

type Known = Pick<Parameter, 'name' | 'label' | 'shape' | 'every'>;

/** What a link carried, in words; two days that are the ends of one period are said as that. */
export function carriedWords(values: Record<string, string>, parameters: Known[]): string[] {
  const given = Object.entries(values);
  // A beginning stands before its end among the parameters.
  const place = (name: string) => parameters.findIndex((p) => p.name === name);
  const days = given.filter(([, value]) => isDay(value)).sort(([a], [b]) => place(a) - place(b));
  const [from, to] = days;
  const ends = days.length === 2 && from[1] <= to[1] ? [from[0], to[0]] : [];
  return given.flatMap(([name, value]) => {
    if (name === ends[0]) return [periodWords(from[1], to[1])];
    if (name === ends[1]) return [];
    const known = parameters.find((p) => p.name === name);
    const caption = (known?.label ?? name).toLowerCase();
    if (value === '*' && known?.every) return [known.every];
    if (known?.shape === 'period') {
      const period = readPeriod(value);
      return [periodWords(period.from, period.to)];
    }
    return [`${caption} ${isDay(value) ? dayWords(value) : spoken(value)}`];
  });
}
