import { useQueryClient } from '@tanstack/react-query';
import { useSnackbar } from 'notistack';
import { useCallback, useEffect, useRef, useState } from 'react';
import { listDatasetsQueryKey } from '../../api/generated/@tanstack/react-query.gen';
import { api } from '../../api/client';
import { takeTyped } from '../../undo/useDraft';
import { begun, redone, step, undone, type History } from '../../shell/history';
import { keepHistory, readHistory } from '../../shell/keptHistory';
import { createSaver } from '../../shell/saver';
import { fromApi, toApi, type Dataset } from './types';

const saveDelay = 700;

/** A dataset being changed: each change is a step that can be undone, and is saved a moment later. */
export function useDataset(id: string) {
  const client = useQueryClient();
  const { enqueueSnackbar } = useSnackbar();
  const [savedVersion, setSavedVersion] = useState(0);
  const [history, setHistory] = useState(begun<Dataset>());
  /** The same at once, for what is done within one gesture. */
  const steps = useRef(history);
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
    steps.current = begun<Dataset>();
    setHistory(steps.current);
    setFailure('');
    setSaving('saved');
    newest.current = undefined;
    api.dataset(id).then(
      (saved) => {
        version.current = saved.version;
        kept.current = newest.current = fromApi(saved.definition);
        steps.current = readHistory(`undo dataset ${id}`, newest.current) ?? begun(newest.current);
        setHistory(steps.current);
      },
      (error: Error) => setFailure(error.message),
    );
  }, [id]);

  useEffect(() => {
    open();
    const leaving = () => {
      takeTyped();
      keepHistory(`undo dataset ${id}`, steps.current);
      void saver.now();
    };
    window.addEventListener('pagehide', leaving);
    return () => {
      window.removeEventListener('pagehide', leaving);
      keepHistory(`undo dataset ${id}`, steps.current);
      if (saver.isWaiting()) void saver.now();
    };
  }, [id, open, saver]);

  const put = (next: History<Dataset>) => {
    if (next === steps.current) return;
    steps.current = next;
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
      const before = steps.current.now;
      // Picking what is picked already is no step.
      if (before && JSON.stringify(next) !== JSON.stringify(before)) put(step(steps.current, next));
    },
    undo: () => put(undone(steps.current)),
    redo: () => put(redone(steps.current)),
    canUndo: past.length > 0,
    canRedo: future.length > 0,
  };
}
