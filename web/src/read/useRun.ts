import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { api, ApiError } from '../api/client';
import type { Step } from './address';

/** Runs a report for a step of the trail; follows it while it is under way; runs it again when asked to. */
export function useRun(step: Step, draft: boolean) {
  const client = useQueryClient();
  const key = ['run', step.report, step.values, draft];
  const query = useQuery({
    queryKey: key,
    queryFn: ({ signal }) => api.run(step.report, step.values, draft, signal),
    staleTime: Infinity,
    gcTime: 5 * 60_000,
  });
  const running = query.data?.state === 'running' ? query.data.id : undefined;
  useEffect(() => {
    if (!running) return;
    const stop = new AbortController();
    api.runInfo(running, stop.signal).then((info) => client.setQueryData(key, info), () => { if (!stop.signal.aborted) void client.invalidateQueries({ queryKey: key }); });
    return () => stop.abort();
  });
  return {
    info: query.data,
    error: query.error as ApiError | null,
    refresh: () => void client.invalidateQueries({ queryKey: key }),
    stop: () => {
      if (!running) return;
      void api.stop(running).finally(() => client.setQueryData(key, { ...query.data, state: 'failed', problems: [{ code: 'stopped', severity: 'error', message: 'The run was stopped.', mends: ['Run it again with Refresh.'] }] }));
    },
  };
}
