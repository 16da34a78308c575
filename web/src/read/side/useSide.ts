import { useEffect, useEffectEvent, useState } from 'react';
import type { RunInfo, SheetInfo } from '../../api/generated';
import type { Step } from '../run/address';
import { sheetOf } from '../run/sheets';
import { useFind, type Find } from './useFind';
import { useRun, type Run } from '../run/useRun';

/** One of the two reports on screen: its run, the page that is read, and what is looked for in it. */
export interface Side {
  run: Run;
  /** The run once it can be read. */
  ready?: RunInfo;
  sheet?: SheetInfo;
  page: number;
  setPage: (page: number) => void;
  goTo?: { page: number; turn: number };
  jump: (page: number) => void;
  find: Find;
}

/** @param step What is read at this side; undefined while there is nothing. */
export function useSide(step: Step | undefined, draft: boolean, onSheet: (sheet: string) => void): Side {
  const run = useRun(step, draft);
  const [page, setPage] = useState(1);
  const [goTo, setGoTo] = useState<{ page: number; turn: number }>();
  const ready = step && run.info?.state === 'ready' ? run.info : undefined;
  const sheet = ready && sheetOf(ready, step?.sheet);
  const jump = (to: number) => setGoTo((was) => ({ page: to, turn: (was?.turn ?? 0) + 1 }));
  const find = useFind(ready, (to, on) => {
    if (on !== sheet?.id) onSheet(on);
    jump(to);
  });
  // What was looked for was meant for the report that was there.
  const forget = useEffectEvent(() => find.start(''));
  useEffect(() => {
    forget();
    setGoTo(undefined);
    setPage(1);
  }, [step?.report]);
  return { run, ready, sheet, page, setPage, goTo, jump, find };
}
