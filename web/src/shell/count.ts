export const numbers = new Intl.NumberFormat('en-GB');

/** "3,343 rows", "1 row". */
export const count = (n: number, one: string, many = `${one}s`) => `${numbers.format(n)} ${n === 1 ? one : many}`;

export const times = (n: number) => `${numbers.format(n)}×`;
