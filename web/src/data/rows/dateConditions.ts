import type { ConditionOperator, DataType, Parameter } from '../../api/generated';
import type { Choice } from '../../sentence/Blank';

/** Conditions that name a period of the calendar. */
export const dateOperators: ConditionOperator[] = ['inYear', 'inQuarter', 'inMonth', 'inWeek', 'current', 'previous', 'toDate', 'inLast'];

/** Conditions that go by today's date, so that there is nothing to ask a reader for. */
export const isRelative = (op: ConditionOperator) => ['current', 'previous', 'toDate', 'inLast'].includes(op);

/** A year is asked for as a number, all else of the calendar by a day. */
export const parameterFits = (op: ConditionOperator, parameter: Parameter, type?: DataType) =>
  op === 'inYear'
    ? parameter.type === 'whole'
    : dateOperators.includes(op)
      ? parameter.type === 'date' && (parameter.shape ?? 'single') === 'single'
      : parameter.type === type;

/** What the values of a condition are, so that they stay where another operator takes the same. */
export const valuesKind = (op: ConditionOperator) =>
  op === 'inYear' || op === 'inLast' ? op : isRelative(op) ? 'unit' : dateOperators.includes(op) ? 'day' : 'value';

const units = ['day', 'week', 'month', 'quarter', 'year'];
const lasts = ['7 days', '30 days', '4 weeks', '3 months', '12 months', '2 years'];
const most = 48;

const day = (year: number, month: number) => `${year}-${String(month).padStart(2, '0')}-01`;
const monthName = (iso: string) =>
  new Date(`${iso}T00:00:00Z`).toLocaleDateString('en-GB', { month: 'long', year: 'numeric', timeZone: 'UTC' });
const quarterName = (iso: string) => `quarter ${Math.ceil(Number(iso.slice(5, 7)) / 3)} of ${iso.slice(0, 4)}`;

/** What can be picked: years, quarters and months that the data has, the latest first. */
export function periodChoices(op: ConditionOperator, least?: string | null, latest?: string | null): Choice[] | undefined {
  if (op === 'inLast') return lasts.map((l) => ({ value: l, label: l }));
  if (isRelative(op)) return units.filter((u) => op !== 'toDate' || u !== 'day').map((u) => ({ value: u, label: u }));
  if (op === 'inWeek' || !least || !latest) return undefined;
  const [first, last] = [least, latest].map((d) => Number(d.slice(0, 4)) * 12 + Number(d.slice(5, 7)) - 1);
  const step = { inYear: 12, inQuarter: 3, inMonth: 1 }[op as 'inYear' | 'inQuarter' | 'inMonth'];
  const choices: Choice[] = [];
  for (let at = last - (last % step); at >= first - (first % step) && choices.length < most; at -= step) {
    const start = day(Math.floor(at / 12), (at % 12) + 1);
    const year = start.slice(0, 4);
    choices.push(
      op === 'inYear' ? { value: year, label: year } : { value: start, label: op === 'inMonth' ? monthName(start) : quarterName(start) },
    );
  }
  return choices;
}

/** What was picked or typed, as the condition keeps it. */
export function periodValues(op: ConditionOperator, text: string): string[] {
  const typed = text.trim();
  if (op !== 'inLast') return typed ? [typed] : [];
  const [, number = '', unit = ''] = /^(\d+)\s*([a-z]+?)s?$/i.exec(typed) ?? [];
  return number ? [number, unit.toLowerCase()] : [typed];
}

/** The values in words. */
export function periodWords(op: ConditionOperator, values: string[]): string {
  const [value = '', unit = ''] = values;
  const isDay = /^\d{4}-\d\d-\d\d$/.test(value);
  if (op === 'inLast') return value && `${value} ${unit}${value === '1' ? '' : 's'}`;
  if (op === 'inMonth' && isDay) return monthName(value);
  if (op === 'inQuarter' && isDay) return quarterName(value);
  return value;
}
