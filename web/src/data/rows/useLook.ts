import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { api } from '../../api/client';
import { toApi, type Dataset } from '../document/types';

/** After this, an answer is late, and the author is told how far it is. */
const busyDelay = 900;

/** What decides the rows: everything but where cards lie on the canvas. */
const said = (dataset?: Dataset) =>
  JSON.stringify({
    ...dataset,
    source: { ...dataset?.source, tables: undefined },
    joins: dataset?.source.type === 'join' ? dataset.source.tables?.map((t) => [t.id, t.table, t.join]) : undefined,
  });

export type Look = ReturnType<typeof useLook>;

/** The rows of a dataset as they are now, with how far a slow reading has come and a way to stop it. */
export function useLook(dataset: Dataset | undefined, field: string | undefined, values: Record<string, string>) {
  const client = useQueryClient();
  const [busy, setBusy] = useState<string>();
  // Pressed once, the tables are read again once, not with every change after it.
  const [asked, setAsked] = useState(0);
  const done = useRef(0);
  const look = useQuery({
    queryKey: ['look', said(dataset), field, values, asked],
    queryFn: async ({ signal }) => {
      const follow = crypto.randomUUID();
      const late = window.setTimeout(() => setBusy(follow), busyDelay);
      const refresh = asked > done.current;
      done.current = asked;
      try {
        return await api.lookAtDataset({ definition: toApi(dataset!), field, values, refresh, follow }, signal);
      } finally {
        clearTimeout(late);
        setBusy((now) => (now === follow ? undefined : now));
      }
    },
    enabled: dataset !== undefined,
    placeholderData: (previous) => previous,
    gcTime: 30_000,
  });
  const progress = useQuery({
    queryKey: ['compose-progress', busy],
    queryFn: () => api.composeProgress(busy!),
    enabled: busy !== undefined,
    refetchInterval: 400,
    gcTime: 0,
  });
  return {
    view: look.data,
    error: look.error,
    isReading: look.isFetching,
    progress: busy === undefined ? undefined : (progress.data ?? null),
    stop: () => void client.cancelQueries({ queryKey: ['look'] }),
    refresh: () => setAsked(asked + 1),
  };
}
