export const numbers = new Intl.NumberFormat('en-GB');

/** "3,343 rows", "1 row". */
export const count = (n: number, one: string, many = `${one}s`) => `${numbers.format(n)} ${n === 1 ? one : many}`;

/** The first three of a list in words: "a; b; c and 4 more". */
export const firstFew = (all: string[], more = 'more') =>
  all.slice(0, 3).join('; ') + (all.length > 3 ? ` and ${all.length - 3} ${more}` : '');

export const times = (n: number) => `${numbers.format(n)}×`;

/** How often something is printed, said in words. */
export const printed = (n: number) => (n === 1 ? 'once' : n === 0 ? 'never' : `${numbers.format(n)} times`);

/** The short form, “3×”, said in words. */
export const spoken = (note: string) => note.replace(/×$/, ' times');
