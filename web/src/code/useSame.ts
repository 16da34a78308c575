import { useMemo } from 'react';

/** The same object for as long as what it holds stays the same; for plain data that is put together at each drawing. */
export function useSame<T>(value: T): T {
  const written = JSON.stringify(value);
  return useMemo(() => JSON.parse(written) as T, [written]);
}
