import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useSnackbar } from 'notistack';
import { useCallback, useEffect, useRef } from 'react';
import { api, ApiError } from '../../api/client';
import type { RunInfo } from '../../api/generated';
import type { Step } from './address';

export interface Run {
  info?: RunInfo;
  error: ApiError | null;
  /** Reads the data again. */
  refresh: () => void;
  /** Runs the report again, as after a stop. */
  rerun: () => void;
  /** Runs it again because the run is no longer kept, and says so. */
  gone: () => void;
  stop: () => void;
}

const stopped = {
  state: 'failed' as const,
  progress: null,
  problems: [
    {
      code: 'stopped',
      severity: 'error' as const,
      message: 'The run was stopped.',
      place: null,
      property: null,
      position: null,
      mends: null,
      isError: true,
    },
  ],
};

/** Runs a report for a step of the trail, if there is one; follows it while it is under way; gives it up when something else is asked. */
export function useRun(step: Step | undefined, draft: boolean): Run {
  const client = useQueryClient();
  const { enqueueSnackbar } = useSnackbar();
  const key = ['run', step?.report ?? '', step?.values ?? {}, draft, step?.opened ?? []];
  const anew = useRef(false);
  const query = useQuery({
    queryKey: key,
    queryFn: ({ signal }) => {
      const refresh = anew.current;
      anew.current = false;
      return api.run(step!.report, step!.values, draft, refresh, step!.proof, signal, step!.opened);
    },
    enabled: step !== undefined,
    staleTime: Infinity,
    gcTime: 5 * 60_000,
  });
  const info = query.data;
  const underWay = info && info.state !== 'failed' && !(info.state === 'ready' && info.pagesComplete) ? info.id : undefined;
  const name = JSON.stringify(key);
  const following = useRef<AbortController>(undefined);
  useEffect(() => {
    if (!underWay) return;
    const halt = (following.current = new AbortController());
    const key = JSON.parse(name) as unknown[];
    const again = () => void client.invalidateQueries({ queryKey: key });
    const poll = async () => {
      while (!halt.signal.aborted) {
        const next = await api.runInfo(underWay, halt.signal);
        if (halt.signal.aborted) return;
        client.setQueryData(key, next);
        if (next.state === 'failed' || next.pagesComplete) return;
      }
    };
    poll().catch(() => {
      if (!halt.signal.aborted) again();
    });
    return () => halt.abort();
  }, [underWay, name, client]);
  // A run that nobody looks at any more is given up, so that the next one need not wait for it.
  const last = useRef<{ id: string; key: unknown[] } | undefined>(undefined);
  last.current = info?.state === 'running' ? { id: info.id, key } : undefined;
  useEffect(
    () => () => {
      if (!last.current) return;
      void api.stop(last.current.id).catch(() => undefined);
      client.removeQueries({ queryKey: last.current.key });
    },
    [name, client],
  );

  const rerun = useCallback(() => void client.invalidateQueries({ queryKey: JSON.parse(name) as unknown[] }), [client, name]);
  return {
    info,
    error: query.error as ApiError | null,
    rerun,
    gone: useCallback(() => {
      if (client.isFetching({ queryKey: JSON.parse(name) as unknown[] })) return;
      enqueueSnackbar('This run was no longer kept, so the report was run again. Its data may have changed since.', {
        variant: 'info',
        preventDuplicate: true,
      });
      rerun();
    }, [client, name, rerun, enqueueSnackbar]),
    refresh: () => {
      anew.current = true;
      rerun();
    },
    stop: () => {
      if (!underWay || !info) return;
      // Not followed any more from here on: that the run is gone would otherwise be taken for a reason to run it again.
      following.current?.abort();
      client.setQueryData(key, { ...info, ...stopped });
      void api.stop(underWay).catch(() => undefined);
    },
  };
}
