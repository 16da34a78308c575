import type { Field } from '../../api/generated';
import type { Choice } from '../../sentence/Blank';
import { caption } from '../../shell/caption';
import { midSentence } from '../../shell/midSentence';

/** One way to group rows, as a sentence offers it. */
export interface Grouping {
  by: string;
  label: string;
  hint?: string;
  pattern: string;
}

const periods = [
  { unit: 'year', pattern: 'yyyy' },
  { unit: 'quarter', pattern: 'QQQ yyyy' },
  { unit: 'month', pattern: 'LLLL yyyy' },
  { unit: 'week', pattern: "'W'ww YYYY", hint: 'ISO weeks, from Monday' },
  { unit: 'day', pattern: 'd MMM yyyy' },
];

/** Parts of dates that come again in each year or week; they stay in the order of the calendar. */
const parts = [
  { part: 'MONTH', words: 'month name', hint: 'January to December, of all years together', pattern: 'LLLL' },
  { part: 'QUARTER', words: 'quarter name', hint: 'Q1 to Q4, of all years together', pattern: 'QQQ' },
  { part: 'ISODOW', words: 'weekday', hint: 'Monday to Sunday', pattern: 'EEEE' },
];

/** January to December. */
export const monthNames = Array.from({ length: 12 }, (_, i) =>
  new Intl.DateTimeFormat('en-GB', { month: 'long', timeZone: 'UTC' }).format(new Date(Date.UTC(2025, i))),
);

/** The forms in which the keys of a grouping can be written, by its expression; none where only one makes sense. */
export function keyPatterns(by: string): Choice[] {
  const named = (...patterns: [string, string][]) => patterns.map(([value, label]) => ({ value, label }));
  if (/^EXTRACT\(MONTH /i.test(by)) return named(['LLLL', 'as January'], ['LLL', 'as Jan'], ['LLLLL', 'as J'], ['', 'as 1']);
  if (/^EXTRACT\(QUARTER /i.test(by)) return named(['QQQ', 'as Q1'], ['QQQQ', 'as 1st quarter'], ['', 'as 1']);
  if (/^EXTRACT\((ISO)?DOW /i.test(by)) return named(['EEEE', 'as Monday'], ['EEE', 'as Mon'], ['', 'as 1']);
  const unit = /^date_trunc\('(\w+)'/i.exec(by)?.[1].toLowerCase();
  if (unit === 'month')
    return named(['LLLL yyyy', 'as January 2025'], ['LLL yyyy', 'as Jan 2025'], ['LLLL', 'as January'], ['yyyy-MM', 'as 2025-01']);
  if (unit === 'quarter') return named(['QQQ yyyy', 'as Q1 2025'], ['QQQQ yyyy', 'as 1st quarter 2025'], ['QQQ', 'as Q1']);
  if (unit === 'week') return named(["'W'ww YYYY", 'as W01 2025'], ['d MMM yyyy', 'as 30 Dec 2024'], ["'W'ww", 'as W01']);
  if (unit === 'day')
    return named(['d MMM yyyy', 'as 3 Feb 2025'], ['EEE d MMM yyyy', 'as Mon 3 Feb 2025'], ['yyyy-MM-dd', 'as 2025-02-03']);
  return [];
}

/** The ways to group rows by their fields: by the field itself, by periods of dates, first letters of texts, ranges of numbers. */
export function groupings(fields: Field[], written: (name: string) => string, fiscalYearStart = 1): Grouping[] {
  return fields.flatMap((field): Grouping[] => {
    const [name, label] = [written(field.name), midSentence(caption(field))];
    const itself = { by: name, label, pattern: '' };
    if (field.type === 'date' || field.type === 'dateTime') {
      const hour = { by: `date_trunc('hour', ${name})`, label: `hour of ${label}`, pattern: 'd MMM yyyy HH:mm' };
      return [
        itself,
        ...periods.map((p) => ({
          by: `date_trunc('${p.unit}', ${name})`,
          label: `${p.unit} of ${label}`,
          hint: p.hint,
          pattern: p.pattern,
        })),
        ...(field.type === 'dateTime' ? [hour] : []),
        ...parts.map((p) => ({ by: `EXTRACT(${p.part} FROM ${name})`, label: `${p.words} of ${label}`, hint: p.hint, pattern: p.pattern })),
        ...(fiscalYearStart === 1 ? [] : fiscal(name, label, fiscalYearStart)),
      ];
    }
    if (field.type === 'text' && !field.codes?.length)
      return [itself, { by: `upper(left(${name}, 1))`, label: `first letter of ${label}`, pattern: '' }];
    if (['whole', 'decimal', 'double'].includes(field.type) && field.kind !== 'key')
      return [
        itself,
        ...[10, 100, 1000].map((step) => ({
          by: `floor(${name} / ${step}) * ${step}`,
          label: `${label} in steps of ${step}`,
          hint: 'by their lower ends',
          pattern: '#,##0',
        })),
      ];
    return [itself];
  });
}

const fiscal = (name: string, label: string, first: number): Grouping[] => [
  {
    by: `fiscal_year(${name}, ${first})`,
    label: `fiscal year of ${label}`,
    hint: `from ${monthNames[first - 1]}, called after the year in which it begins`,
    pattern: '',
  },
  {
    by: `fiscal_quarter(${name}, ${first})`,
    label: `fiscal quarter of ${label}`,
    hint: `1 to 4, from ${monthNames[first - 1]}, of all years together`,
    pattern: "'Q'0",
  },
];

/** The totals by which groups can stand in order. */
export const orders = (fields: Field[], written: (name: string) => string): { orderBy: string; label: string }[] => [
  { orderBy: 'count(*)', label: 'number of rows' },
  ...fields
    .filter((f) => ['whole', 'decimal', 'double'].includes(f.type) && f.kind !== 'key')
    .map((f) =>
      f.kind === 'share' || f.kind === 'rate'
        ? { orderBy: `avg(${written(f.name)})`, label: `average ${midSentence(caption(f))}` }
        : { orderBy: `sum(${written(f.name)})`, label: `sum of ${midSentence(caption(f))}` },
    ),
];

/** How a level's order reads in its sentence. */
export function orderWords(
  level: { orderBy?: string | null; descending?: boolean },
  known: { orderBy: string; label: string }[],
  byKey: string,
): string {
  if (!level.orderBy) return byKey;
  const label = known.find((o) => o.orderBy === level.orderBy)?.label ?? level.orderBy;
  return `${level.descending ? 'largest' : 'smallest'} ${label} first`;
}
