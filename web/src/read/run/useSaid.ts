import { useEffect, useEffectEvent } from 'react';
import type { RunInfo } from '../../api/generated';
import { announce } from '../../focus/announce';
import { count } from '../../shell/count';

/** Says that a report is there, once for each run. */
export function useSaid(info: RunInfo | undefined, words: (info: RunInfo, pages: string) => string) {
  const say = useEffectEvent(() => {
    if (info) announce(words(info, count(info.pageCount, 'page')));
  });
  useEffect(() => {
    if (info?.pagesComplete) say();
  }, [info?.id, info?.pagesComplete]);
}
