import { useQueryClient } from '@tanstack/react-query';
import { useSnackbar } from 'notistack';
import { useCallback, useEffect, useRef, useState } from 'react';
import { listDatasetsQueryKey } from '../api/generated/@tanstack/react-query.gen';
import { api } from '../api/client';
import { takeTyped } from '../sentence/useDraft';
import { begun, redone, step, undone, type History } from '../shell/history';
import { createSaver } from '../shell/saver';
import { fromApi, toApi, type Dataset } from './types';

const saveDelay = 700;

/** A dataset being changed: each change is a step that can be undone, and is saved a moment later. */
export function useDataset(id: string) {
  const client = useQueryClient();
  const { enqueueSnackbar } = useSnackbar();
  const [savedVersion, setSavedVersion] = useState(0);
  const [history, setHistory] = useState(begun<Dataset>());
  const [saving, setSaving] = useState<'saved' | 'saving' | 'failed'>('saved');
  const [failure, setFailure] = useState('');
  const version = useRef(0);
  const newest = useRef<Dataset>(undefined);
  /** What the server has. */
  const kept = useRef<Dataset>(undefined);

  const send = async () => {
    const saved = newest.current;
    if (!saved || saved === kept.current) return;
    try {
      const answer = await api.saveDataset(id, version.current, toApi(saved));
      version.current = answer.version;
      kept.current = saved;
      setSavedVersion(answer.version);
      const { followed } = answer;
      const others = followed.length > 4 ? ` and ${followed.length - 4} more` : '';
      if (followed.length) enqueueSnackbar(`Renamed in ${followed.slice(0, 4).join(', ')}${others} too.`, { variant: 'info' });
      setFailure('');
      setSaving(newest.current === saved ? 'saved' : 'saving');
      void client.invalidateQueries({ queryKey: listDatasetsQueryKey() });
    } catch (error) {
      setSaving('failed');
      setFailure((error as Error).message);
    }
  };
  const saver = useRef(createSaver(saveDelay, send)).current;

  const open = useCallback(() => {
    setHistory(begun<Dataset>());
    setFailure('');
    setSaving('saved');
    newest.current = undefined;
    api.dataset(id).then(
      (saved) => {
        version.current = saved.version;
        kept.current = newest.current = fromApi(saved.definition);
        setHistory(begun(newest.current));
      },
      (error: Error) => setFailure(error.message),
    );
  }, [id]);

  useEffect(() => {
    open();
    const leaving = () => {
      takeTyped();
      void saver.now();
    };
    window.addEventListener('pagehide', leaving);
    return () => {
      window.removeEventListener('pagehide', leaving);
      if (saver.isWaiting()) void saver.now();
    };
  }, [id, open, saver]);

  const put = (next: History<Dataset>) => {
    setHistory(next);
    newest.current = next.now;
    setSaving('saving');
    saver.soon();
  };
  const { past, now, future } = history;
  return {
    dataset: now,
    saving,
    savedVersion,
    failure,
    /** Leaves what was not saved, and opens the newest state. */
    open,
    save: saver.now,
    edit: (next: Dataset) => {
      if (now && next !== now) put(step(history, next));
    },
    undo: past.length ? () => put(undone(history)) : undefined,
    redo: future.length ? () => put(redone(history)) : undefined,
  };
}
