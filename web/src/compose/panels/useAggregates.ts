import { useQuery } from '@tanstack/react-query';
import { listAggregatesOptions } from '../../api/generated/@tanstack/react-query.gen';
import type { AggregateInfo } from '../../api/generated';

/** Kinds of totals as sentences offer them; the server's list says which there are. */
export function useAggregates(): AggregateInfo[] {
  return useQuery({ ...listAggregatesOptions(), staleTime: Infinity }).data ?? [];
}
