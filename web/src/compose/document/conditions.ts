/** A condition that reads as a sentence: “delay is more than 30”. */
export interface PlainCondition {
  subject: string;
  operator: string;
  /** As expressions write it; empty where nothing is compared. */
  value: string;
}

/** The operators of expressions in words. */
export const operators = [
  { value: '>', label: 'is more than' },
  { value: '>=', label: 'is at least' },
  { value: '<', label: 'is less than' },
  { value: '<=', label: 'is at most' },
  { value: '=', label: 'is' },
  { value: '<>', label: 'is not' },
  { value: 'IS NULL', label: 'is empty' },
  { value: 'IS NOT NULL', label: 'is not empty' },
];

const subject = String.raw`[\p{L}_][\p{L}\p{N}_]*(?:\([\p{L}\p{N}_*" ]*\))?|"(?:[^"]|"")+"`;
const literal = String.raw`-?\d+(?:\.\d+)?|'(?:[^']|'')*'|TRUE|FALSE|:[\p{L}_][\p{L}\p{N}_]*`;
const compared = new RegExp(`^(${subject})\\s*(>=|<=|<>|>|<|=)\\s*(${literal})$`, 'u');
const asked = new RegExp(`^(${subject})\\s+(IS NULL|IS NOT NULL)$`, 'u');

/** The condition as a sentence has it; undefined where it is more than that. */
export function plainCondition(text: string): PlainCondition | undefined {
  const found = compared.exec(text.trim()) ?? asked.exec(text.trim());
  return found ? { subject: found[1], operator: found[2], value: found[3] ?? '' } : undefined;
}

export const writtenCondition = ({ subject, operator, value }: PlainCondition) =>
  operator.startsWith('IS') ? `${subject} ${operator}` : `${subject} ${operator} ${value || '0'}`;

/** A value as an author types it, as expressions write it: numbers and parameters as they are, anything else in quotes. */
export function writtenValue(typed: string): string {
  const text = typed.trim();
  if (/^-?\d+([.,]\d+)?$/.test(text)) return text.replace(',', '.');
  if (/^:[\p{L}_][\p{L}\p{N}_]*$/u.test(text) || /^(TRUE|FALSE)$/i.test(text) || /^'.*'$/.test(text)) return text;
  return `'${text.replaceAll("'", "''")}'`;
}

/** The value without its quotes. */
export const plainValue = (written: string) => (written.startsWith("'") ? written.slice(1, -1).replaceAll("''", "'") : written);
