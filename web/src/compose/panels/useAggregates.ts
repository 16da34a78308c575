import { useQuery } from '@tanstack/react-query';
import { api } from '../../api/client';
import type { AggregateInfo } from '../../api/generated';

/** Kinds of totals as sentences offer them; the server's list says which there are. */
export function useAggregates(): AggregateInfo[] {
  return useQuery({ queryKey: ['aggregates'], queryFn: api.aggregates, staleTime: Infinity }).data ?? [];
}
