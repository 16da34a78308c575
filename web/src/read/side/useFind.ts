import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useEffectEvent, useState } from 'react';
import { api } from '../../api/client';
import type { RunInfo, SearchResult } from '../../api/generated';

export interface Find {
  text: string;
  result?: SearchResult;
  error?: string;
  /** The index of the place that was gone to last. */
  at: number;
  start: (text: string) => void;
  go: (index: number) => void;
  next: (by: 1 | -1) => void;
  stop: () => void;
}

/** Looks for a text in a run, and goes from place to place. */
export function useFind(run: RunInfo | undefined, onPage: (page: number, sheet: string) => void): Find {
  const client = useQueryClient();
  const [text, setText] = useState('');
  const [at, setAt] = useState(-1);
  const key = ['find', run?.id, text];
  const query = useQuery({
    queryKey: key,
    queryFn: ({ signal }) => api.find(run!.id, text, signal),
    enabled: text !== '' && run !== undefined,
    staleTime: Infinity,
    gcTime: 60_000,
  });
  const hits = query.data?.hits ?? [];
  const go = (index: number) => {
    if (!hits[index]) return;
    setAt(index);
    onPage(hits[index].page, hits[index].sheet);
  };
  const goToFirst = useEffectEvent((found: SearchResult) => {
    setAt(found.hits.length ? 0 : -1);
    if (found.hits.length) onPage(found.hits[0].page, found.hits[0].sheet);
  });
  useEffect(() => {
    if (query.data) goToFirst(query.data);
  }, [query.data]);
  return {
    text,
    result: query.data,
    error: query.error?.message,
    at,
    start: (wanted) => {
      setAt(-1);
      setText(wanted);
    },
    go,
    next: (by) => {
      if (hits.length) go((at + by + hits.length) % hits.length);
    },
    stop: () => {
      void client.cancelQueries({ queryKey: key });
      setText('');
    },
  };
}
