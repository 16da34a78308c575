/** A piece of a text: words, or a value as it stands between double braces. */
export type Piece = { words: string } | { value: string };

/** The pieces of a text with values; four braces stand for two that are printed. */
export function piecesOf(text: string): Piece[] {
  const pieces: Piece[] = [];
  let words = '';
  for (let i = 0; i < text.length;) {
    if (text.startsWith('{{{{', i)) {
      words += '{{';
      i += 4;
      continue;
    }
    const end = text.startsWith('{{', i) ? endOf(text, i + 2) : -1;
    if (end < 0) {
      words += text[i++];
      continue;
    }
    if (words) pieces.push({ words });
    words = '';
    pieces.push({ value: text.slice(i + 2, end).trim() });
    i = end + 2;
  }
  if (words) pieces.push({ words });
  return pieces;
}

/** Where the braces of a value close, outside of quotes; -1 where they do not. */
function endOf(text: string, from: number): number {
  let quote = '';
  for (let i = from; i < text.length; i++) {
    if (quote) quote = text[i] === quote ? '' : quote;
    else if (text[i] === "'" || text[i] === '"') quote = text[i];
    else if (text.startsWith('}}', i)) return i;
  }
  return -1;
}

export const writtenPieces = (pieces: Piece[]): string =>
  pieces.map((p) => ('value' in p ? `{{ ${p.value} }}` : p.words.replaceAll('{{', '{{{{'))).join('');

/** A value and the pattern after its last single bar outside of quotes. */
export function withPattern(value: string): { expression: string; pattern: string } {
  let [quote, bar] = ['', -1];
  for (let i = 0; i < value.length; i++) {
    if (quote) quote = value[i] === quote ? '' : quote;
    else if (value[i] === "'" || value[i] === '"') quote = value[i];
    else if (value[i] === '|' && value[i + 1] === '|') i++;
    else if (value[i] === '|') bar = i;
  }
  return bar < 0 ? { expression: value, pattern: '' } : { expression: value.slice(0, bar).trim(), pattern: value.slice(bar + 1).trim() };
}

export const valueWithPattern = (expression: string, pattern: string) => (pattern ? `${expression} | ${pattern}` : expression);
