import { useQuery } from '@tanstack/react-query';
import { api } from '../api/client';

/** How fields are named in expressions: the server knows which names need quotes. Until it has said so, a name stands for itself. */
export function useNames(fields: { name: string }[]): (name: string) => string {
  const names = fields.map((f) => f.name);
  const { data } = useQuery({
    queryKey: ['names', names],
    queryFn: () => api.writeNames(names),
    enabled: names.length > 0,
    staleTime: Infinity,
    placeholderData: (previous) => previous,
  });
  return (name) => data?.[name] ?? name;
}
