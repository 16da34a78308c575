/** Periods as addresses write them: the first and the last day, both included, with a slash between. */
export interface Preset {
  name: string;
  of: (today: Date) => [Date, Date];
}

const day = (year: number, month: number, date: number) => new Date(Date.UTC(year, month, date));
const parts = (d: Date) => [d.getUTCFullYear(), d.getUTCMonth(), d.getUTCDate()] as const;

/** The periods that people ask for most, seen from a day. */
export const presets: Preset[] = [
  {
    name: 'This month',
    of: (t) => {
      const [y, m] = parts(t);
      return [day(y, m, 1), day(y, m + 1, 0)];
    },
  },
  {
    name: 'Last month',
    of: (t) => {
      const [y, m] = parts(t);
      return [day(y, m - 1, 1), day(y, m, 0)];
    },
  },
  {
    name: 'This quarter',
    of: (t) => {
      const [y, m] = parts(t);
      const q = m - (m % 3);
      return [day(y, q, 1), day(y, q + 3, 0)];
    },
  },
  {
    name: 'This year',
    of: (t) => {
      const [y] = parts(t);
      return [day(y, 0, 1), day(y, 12, 0)];
    },
  },
  {
    name: 'Last year',
    of: (t) => {
      const [y] = parts(t);
      return [day(y - 1, 0, 1), day(y, 0, 0)];
    },
  },
  {
    name: 'Last 30 days',
    of: (t) => {
      const [y, m, d] = parts(t);
      return [day(y, m, d - 29), t];
    },
  },
  {
    name: 'Last 12 months',
    of: (t) => {
      const [y, m] = parts(t);
      return [day(y, m - 11, 1), day(y, m + 1, 0)];
    },
  },
];

export const iso = (d: Date) => d.toISOString().slice(0, 10);

export const writePeriod = (from: string, to: string) => (from || to ? `${from}/${to}` : '');

export function readPeriod(text: string): { from: string; to: string } {
  const [from = '', to = from] = text.split('/');
  return { from, to };
}

/** What keeps two days from being a period, in words; nothing if they are one. */
export const periodProblem = (from: string, to: string) => (from && to && from > to ? 'The first day is after the last one.' : '');
