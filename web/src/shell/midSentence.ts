/** A label as a sentence names it: with small letters, but for words that are written with capitals inside or with digits, as
 * abbreviations are: “net fare”, but “MPAA rating”. */
export const midSentence = (label: string) =>
  label
    .split(' ')
    .map((word) => (/[A-Z]/.test(word.slice(1)) || /\d/.test(word) ? word : word.toLowerCase()))
    .join(' ');
