/** The letters that texts can be written in. */
export const letters = [
  { value: 'sans', label: 'letters without serifs' },
  { value: 'serif', label: 'letters with serifs' },
  { value: 'mono', label: 'letters of one width' },
];

/** Sizes that are offered, in points. */
export const sizes = [7, 8, 9, 10, 12, 14, 18, 24];
