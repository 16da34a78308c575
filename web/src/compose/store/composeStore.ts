import { createContext, useContext } from 'react';
import { create, useStore } from 'zustand';
import { useShallow } from 'zustand/react/shallow';
import { takeTyped } from '../../undo/useDraft';
import { createSession, type Session } from '../session/session';
import type { SessionState } from '../session/types';

export type { Change, Saving, Selection, SessionState } from '../session/types';

/** Reports that were open lately keep their undo; more than this would cost memory for little. */
const mostKept = 8;

const sessions = new Map<string, Session>();
const current = create(() => ({ id: '' }));

function sessionOf(id: string): Session {
  const known = sessions.get(id);
  if (known) return known;
  const made = createSession(id);
  sessions.set(id, made);
  for (const [old, session] of sessions) {
    if (sessions.size <= mostKept) break;
    if (old !== id && session.getState().saving === 'saved') sessions.delete(old);
  }
  return made;
}

/** Makes a report the one that is composed. What is under way for another one goes on, and stays that one's. */
export function openReport(id: string): Promise<void> {
  current.setState({ id });
  return sessionOf(id).getState().open();
}

/** What is in it follows the page: it is drawn anew once the page itself is painted. */
export const AfterPage = createContext(false);

/** What a component shows of the report that is composed, by name or as it works it out; it is drawn anew when that changes. */
export function useCompose<T>(select: (state: SessionState) => T): T;
export function useCompose<K extends keyof SessionState>(...names: K[]): Pick<SessionState, K>;
export function useCompose(...asked: unknown[]) {
  const id = current((s) => s.id);
  const pick = (state: SessionState) => Object.fromEntries((asked as (keyof SessionState)[]).map((name) => [name, state[name]]));
  const picked = useShallow(pick);
  const session = sessionOf(id);
  const store = useContext(AfterPage) ? session.settled : session;
  return useStore(store, typeof asked[0] === 'function' ? (asked[0] as (state: SessionState) => unknown) : picked);
}

useCompose.getState = (): SessionState => sessionOf(current.getState().id).getState();
useCompose.setState = (change: Partial<SessionState>) => sessionOf(current.getState().id).setState(change);

/** Takes what is typed, and keeps in the browser what the server does not have yet. */
function leaving() {
  takeTyped();
  for (const session of sessions.values()) session.keep();
}

window.addEventListener('pagehide', leaving);
window.addEventListener('beforeunload', leaving);

/** For tests: as if the page was loaded anew. */
export function forgetSessions() {
  sessions.clear();
}
