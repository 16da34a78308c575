import type { Field } from '../../api/generated';
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
  { unit: 'week', pattern: 'd MMM yyyy', hint: 'by their Mondays' },
  { unit: 'day', pattern: 'd MMM yyyy' },
];

/** The ways to group rows by their fields: by the field itself, by periods of dates, first letters of texts, ranges of numbers. */
export function groupings(fields: Field[], written: (name: string) => string): Grouping[] {
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
        { by: `EXTRACT(MONTH FROM ${name})`, label: `month of any year of ${label}`, pattern: '' },
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

/** The totals by which groups can stand in order. */
export const orders = (fields: Field[], written: (name: string) => string): { orderBy: string; label: string }[] => [
  { orderBy: 'count(*)', label: 'number of rows' },
  ...fields
    .filter((f) => ['whole', 'decimal', 'double'].includes(f.type) && f.kind !== 'key')
    .map((f) =>
      f.kind === 'share'
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
