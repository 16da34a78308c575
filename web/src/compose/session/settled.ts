import { createStore, type StoreApi } from 'zustand';
import { afterPaint } from '../../shell/afterPaint';
import type { SessionState } from './types';

/**
 * A store that follows a session: what an edit changed is there once the page is painted, which is what the author waits for; all else is
 * there at once.
 */
export function settledOf(session: StoreApi<SessionState>): StoreApi<SessionState> {
  const settled = createStore<SessionState>(() => session.getState());
  let waits = false;
  const follow = () => {
    waits = false;
    settled.setState(session.getState(), true);
  };
  session.subscribe((state, before) => {
    if (waits) return;
    waits = before.view !== undefined && (state.definition !== before.definition || state.view !== before.view);
    if (waits) afterPaint(follow);
    else follow();
  });
  return settled;
}
