import type { Parameter, ReportDefinition } from '../../api/generated';
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

type Known = Pick<Parameter, 'name' | 'label' | 'shape' | 'every'> & {
  /** What values are called, where they are codes. */
  labels?: Record<string, string>;
};

/** The parameters of a report, with what their values are called. */
export const namedParameters = ({ parameters, datasets }: Pick<ReportDefinition, 'parameters' | 'datasets'>): Known[] =>
  (parameters ?? []).map((p) => {
    const { choices } = p;
    if (choices?.type === 'fixed') return { ...p, labels: named((choices.values ?? []).map((v) => [v.value, v.label])) };
    if (choices?.type !== 'dataset') return p;
    const field = datasets?.find((d) => d.id === choices.dataset)?.fields?.find((f) => f.name === choices.value.replace(/^"|"$/g, ''));
    return { ...p, labels: named((field?.codes ?? []).map((c) => [c.code, c.label])) };
  });

const named = (pairs: [string, string | null | undefined][]) =>
  Object.fromEntries(pairs.filter((pair): pair is [string, string] => Boolean(pair[1])));

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
    return [`${caption} ${isDay(value) ? dayWords(value) : labelled(value, known?.labels)}`];
  });
}

/** Codes by their labels; several with commas. */
function labelled(value: string, labels: Record<string, string> = {}): string {
  if (value in labels) return labels[value];
  if (!value.startsWith('[') || Object.keys(labels).length === 0) return spoken(value);
  try {
    return (JSON.parse(value) as string[]).map((v) => labels[v] ?? v).join(', ');
  } catch {
    return spoken(value);
  }
}
