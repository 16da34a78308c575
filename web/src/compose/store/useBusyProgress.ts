import { useQuery } from '@tanstack/react-query';
import { api } from '../../api/client';
import { useCompose } from './composeStore';

/** What the server is busy with for this author, and how far it is; undefined while everything is answered quickly. */
export function useBusyProgress() {
  const busy = useCompose((s) => s.busy);
  const progress = useQuery({
    queryKey: ['compose-progress', busy?.name],
    queryFn: () => api.composeProgress(busy!.name),
    enabled: busy !== undefined,
    refetchInterval: 400,
    gcTime: 0,
  });
  return busy && { progress: progress.data, stop: busy.stop };
}
