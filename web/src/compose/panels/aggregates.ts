import type { Aggregate } from '../../api/generated';

/** Kinds of totals, in the words of the sentences. */
export const aggregates: { value: Aggregate; label: string }[] = [
  { value: 'sum', label: 'sum' }, { value: 'avg', label: 'average' }, { value: 'count', label: 'number' }, { value: 'min', label: 'smallest' }, { value: 'max', label: 'largest' },
];
