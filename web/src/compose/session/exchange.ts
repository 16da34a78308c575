import { replaceEqualDeep } from '@tanstack/react-query';
import type { StoreApi } from 'zustand';
import { api } from '../../api/client';
import type { ComposeResponse, Edit, ReportDefinition } from '../../api/generated';
import { requestOf } from './request';
import { sharedImages } from './sharedImages';
import type { SessionState, VantageKeys } from './types';

/** After this, an answer is late, and the author is told how far it is. */
const busyDelay = 900;
const pagesDelay = 350;

/** The exchange of one report with the server: gestures are answered in the order in which they were made. */
export interface Exchange {
  /** Does something once everything before it is done. A failure is told, and stops nothing after it. */
  enqueue: (job: () => Promise<void>) => Promise<void>;
  /** Everything that was asked for so far is done. */
  idle: () => Promise<unknown>;
  /** Asks for the report as it looks after some edits. */
  compose: (definition: ReportDefinition, edits?: Edit[]) => Promise<Answer>;
  /** Takes an answer over, but for what its author has changed since it was asked for. */
  take: (answer: Answer) => void;
}

/** An answer with what it was asked from. */
export interface Answer {
  view: ComposeResponse;
  vantage: VantageKeys;
  values: Record<string, string>;
}

export function createExchange({ getState: get, setState: set }: StoreApi<SessionState>): Exchange {
  let queue: Promise<unknown> = Promise.resolve();
  let pagesTimer = 0;
  let pagesCall = new AbortController();

  const failed = (error: Error) => {
    if (error.name !== 'AbortError') set({ failure: error.message });
    else if (!get().view) set({ stopped: true });
  };

  const countPages = (view: ComposeResponse) => {
    clearTimeout(pagesTimer);
    pagesTimer = window.setTimeout(() => {
      pagesCall.abort();
      pagesCall = new AbortController();
      api.countPages({ definition: view.definition, values: get().values }, pagesCall.signal).then(
        ({ pageCount, pages }) => {
          const before = get();
          set({ pageCount, pages });
          // What prints the number of pages, or the pages of groups, is looked at again.
          const prints = before.pageCount !== pageCount && JSON.stringify(view.definition).includes('page_count');
          if (prints || JSON.stringify(before.pages ?? {}) !== JSON.stringify(pages)) void get().look();
        },
        () => undefined,
      );
    }, pagesDelay);
  };

  return {
    enqueue: (job) => {
      const turn = queue.then(job).catch(failed);
      queue = turn;
      return turn;
    },
    idle: () => queue,
    compose: async (definition, edits) => {
      const { vantage, values } = get();
      const name = crypto.randomUUID();
      const halt = new AbortController();
      const late = window.setTimeout(() => set({ busy: { name, stop: () => halt.abort() } }), busyDelay);
      try {
        const request = { ...requestOf({ ...get(), definition })!, edits, follow: name };
        const view = await api.compose(request, halt.signal);
        // What is as it was stays the very thing that it was, so that only what has changed is drawn anew.
        const same = replaceEqualDeep(definition, sharedImages(view.definition, definition));
        return { view: replaceEqualDeep(get().view, { ...view, definition: same }), vantage, values };
      } finally {
        clearTimeout(late);
        set({ busy: undefined });
      }
    },
    take: ({ view, vantage }) => {
      set({ view });
      if (get().vantage === vantage) set({ vantage: bySection(view) });
      countPages(view);
    },
  };
}

const bySection = (view: ComposeResponse): VantageKeys => {
  const keys: VantageKeys = {};
  for (const step of view.vantage) (keys[step.section] ??= []).push(step.key);
  return keys;
};
