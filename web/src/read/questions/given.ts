import type { ParameterInfo } from '../../api/generated';

/** How values of parameters are written in addresses; the server reads and writes them likewise. */
const asIs = '~text:';
export const emptyText = '~empty';

/** A text as it is given, whatever it looks like. */
export const written = (parameter: Pick<ParameterInfo, 'type' | 'every'>, value: string): string =>
  parameter.type === 'text' && (value.startsWith('~') || (value === '*' && parameter.every !== null)) ? asIs + value : value;

/** What was given, as people type it. */
export function plain(parameter: Pick<ParameterInfo, 'every'>, text: string): string {
  if (text.startsWith(asIs)) return text.slice(asIs.length);
  if (parameter.every !== null && text === '"*"') return '*';
  return text === emptyText || (parameter.every !== null && text === '*') ? '' : text;
}

/** Several values as they were given; null stands for rows without one. What is no list is one value alone. */
export function listOf(text: string): (string | null)[] {
  if (text === '' || text === '*') return [];
  if (text === emptyText) return [null];
  if (!text.startsWith('[')) return [text.startsWith(asIs) ? text.slice(asIs.length) : text];
  try {
    const list: unknown = JSON.parse(text);
    return Array.isArray(list) ? list.map((v) => (v === null ? null : String(v))) : [text];
  } catch {
    return [text];
  }
}

/** A value in an address, for people. */
export const spoken = (text: string): string =>
  text.startsWith('[')
    ? listOf(text)
        .map((v) => v ?? '(empty)')
        .join(', ')
    : text === emptyText
      ? '(empty)'
      : text.startsWith(asIs)
        ? text.slice(asIs.length)
        : text;
