import { useQueryClient } from '@tanstack/react-query';
import { useSnackbar } from 'notistack';
import { useCallback, useEffect, useRef, useState } from 'react';
import { api } from '../api/client';
import { fromApi, toApi, type Dataset } from './types';

const saveDelay = 700;

/** A dataset being changed: each change is a step that can be undone, and is saved a moment later. */
export function useDataset(id: string) {
  const client = useQueryClient();
  const { enqueueSnackbar } = useSnackbar();
  const [savedVersion, setSavedVersion] = useState(0);
  const [state, setState] = useState<{ past: Dataset[]; now?: Dataset; future: Dataset[] }>({ past: [], future: [] });
  const [saving, setSaving] = useState<'saved' | 'saving' | 'failed'>('saved');
  const [failure, setFailure] = useState('');
  const version = useRef(0);
  const timer = useRef(0);
  const newest = useRef<Dataset>(undefined);
  /** What the server has. */
  const kept = useRef<Dataset>(undefined);

  const open = useCallback(() => {
    setState({ past: [], future: [] });
    setFailure('');
    setSaving('saved');
    newest.current = undefined;
    api.dataset(id).then((saved) => { version.current = saved.version; kept.current = newest.current = fromApi(saved.definition); setState({ past: [], now: newest.current, future: [] }); }, (error: Error) => setFailure(error.message));
  }, [id]);

  useEffect(() => {
    open();
    return () => { if (timer.current) void save(); };
  }, [id]); // eslint-disable-line react-hooks/exhaustive-deps

  // One save after the other: each is based on the version that the one before it made.
  const queue = useRef<Promise<void>>(Promise.resolve());
  const save = useCallback(() => {
    clearTimeout(timer.current);
    timer.current = 0;
    queue.current = queue.current.then(send);
    return queue.current;
  }, [id]); // eslint-disable-line react-hooks/exhaustive-deps

  const send = async () => {
    const saved = newest.current;
    if (!saved || saved === kept.current) return;
    try {
      const answer = await api.saveDataset(id, version.current, toApi(saved));
      version.current = answer.version;
      kept.current = saved;
      setSavedVersion(answer.version);
      if (answer.followed.length) enqueueSnackbar(`Renamed in ${answer.followed.slice(0, 4).join(', ')}${answer.followed.length > 4 ? ` and ${answer.followed.length - 4} more` : ''} too.`, { variant: 'info' });
      setFailure('');
      setSaving(newest.current === saved ? 'saved' : 'saving');
      void client.invalidateQueries({ queryKey: ['datasets'] });
    } catch (error) {
      setSaving('failed');
      setFailure((error as Error).message);
    }
  };

  const put = (next: { past: Dataset[]; now: Dataset; future: Dataset[] }) => {
    setState(next);
    newest.current = next.now;
    setSaving('saving');
    clearTimeout(timer.current);
    timer.current = window.setTimeout(() => void save(), saveDelay);
  };
  const { past, now, future } = state;
  return {
    dataset: now,
    saving,
    savedVersion,
    failure,
    /** Leaves what was not saved, and opens the newest state. */
    open,
    save,
    edit: (next: Dataset) => { if (now && next !== now) put({ past: [...past.slice(-99), now], now: next, future: [] }); },
    undo: past.length && now ? () => put({ past: past.slice(0, -1), now: past[past.length - 1], future: [now, ...future] }) : undefined,
    redo: future.length && now ? () => put({ past: [...past, now], now: future[0], future: future.slice(1) }) : undefined,
  };
}
