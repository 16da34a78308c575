/** Patterns by what they make of a value, as choices of a blank. */
export interface PatternChoice {
  value: string;
  label: string;
}

export const numberPatterns: PatternChoice[] = [
  { value: '#,##0', label: '1,235' },
  { value: '#,##0.0', label: '1,234.5' },
  { value: '#,##0.00', label: '1,234.50' },
  { value: '0', label: '1235' },
  { value: '#,##0.0k', label: '1.2k' },
  { value: '#,##0.0M', label: '0.0M' },
  { value: '0%', label: '12%' },
  { value: '0.0%', label: '12.3%' },
  { value: '¤#,##0.00', label: '€1,234.50' },
  { value: '#,##0.00;(#,##0.00)', label: '(1,234.50) below zero' },
];

export const datePatterns: PatternChoice[] = [
  { value: 'd MMM yyyy', label: '3 Feb 2025' },
  { value: 'd MMMM yyyy', label: '3 February 2025' },
  { value: 'dd.MM.yyyy', label: '03.02.2025' },
  { value: 'yyyy-MM-dd', label: '2025-02-03' },
  { value: 'EEE d MMM', label: 'Mon 3 Feb' },
  { value: 'MMMM yyyy', label: 'February 2025' },
  { value: 'QQQ yyyy', label: 'Q1 2025' },
  { value: 'yyyy', label: '2025' },
];

export const timePatterns: PatternChoice[] = [
  { value: 'd MMM yyyy HH:mm', label: '3 Feb 2025 06:15' },
  { value: 'HH:mm', label: '06:15' },
  { value: 'h:mm a', label: '6:15 am' },
];

const all = [...numberPatterns, ...datePatterns, ...timePatterns];

/** What can be typed, for who has none of them in mind. */
export const patternExample = '#,##0.0 for 1,234.5 or d MMM yyyy for 3 Feb 2025';

/** Those that suit a type; all where it is not known. */
export function patternsFor(type?: string): PatternChoice[] {
  if (type === 'date') return datePatterns;
  if (type === 'dateTime') return [...timePatterns, ...datePatterns];
  return type === undefined ? all : ['whole', 'decimal', 'double'].includes(type) ? numberPatterns : [];
}

/** A pattern as its example; itself where there is none. */
export const patternWords = (pattern: string) => all.find((p) => p.value === pattern)?.label ?? pattern;
