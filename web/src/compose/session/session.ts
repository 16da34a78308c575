import { createStore, type StoreApi } from 'zustand';
import { api, ApiError } from '../../api/client';
import type { Edit, Element, ReportDefinition } from '../../api/generated';
import { begun, redone, step, undone, type History } from '../../shell/history';
import { keepHistory, readHistory } from '../../shell/keptHistory';
import { createSaver } from '../../shell/saver';
import { findElement } from '../document/definition';
import { createExchange } from './exchange';
import { newest } from './newest';
import { rebased } from './rebased';
import { settledOf } from './settled';
import type { Change, SessionState } from './types';
import { forgetUnsaved, keepUnsaved, readUnsaved } from './unsaved';

const saveDelay = 600;
/** Changes under one name within this time are one step. */
const mergeTime = 1500;
/** A server that is away may come back. */
const retryDelay = 5000;

export interface Session extends StoreApi<SessionState> {
  /** Keeps in the browser what the server does not have yet, before the page is left. */
  keep: () => void;
  /** The same for what follows the page by a moment. */
  settled: StoreApi<SessionState>;
}

const same = (one?: ReportDefinition, other?: ReportDefinition) => JSON.stringify(one) === JSON.stringify(other);

/** Gestures of one step, a change that was made here, or a way through the undo. */
type Pending = { edits: Edit[] } | { rewrite: (definition: ReportDefinition) => ReportDefinition } | { travel: Travel };
type Travel = (history: History<ReportDefinition>) => History<ReportDefinition>;

/** One report that is open: everything that is asked and answered belongs to it, whatever else is opened meanwhile. */
export function createSession(id: string): Session {
  const blank = {
    definition: undefined,
    past: [],
    future: [],
    view: undefined,
    pageCount: undefined,
    pages: undefined,
    selection: { kind: 'report' as const },
    sheet: undefined,
    vantage: {},
    values: {},
    saving: 'saved' as const,
    failure: '',
    stopped: false,
  };
  /** What waits for its turn or its answer, in the order in which it was asked for. */
  const pending: Pending[] = [];
  let looks = 0;
  /** The name of the last step, and when it was made. */
  let last = { name: '', at: 0 };
  /** What is on its way to the server. */
  let sent: ReportDefinition | undefined;

  const store = createStore<SessionState>(() => ({
    id,
    version: 0,
    published: null,
    concerns: '',
    ...blank,
    open,
    edit: (...changes) => apply('', changes),
    editMerged: (name, ...changes) => apply(name, changes),
    look,
    publish,
    saveAsCopy,
    setElement: (element, change) => {
      const now = get().definition;
      const seen = (now && findElement(now, element)?.element) as Record<string, unknown> | undefined;
      return apply('', [
        (definition) => {
          const found = findElement(definition, element)?.element as Record<string, unknown> | undefined;
          if (!found) return undefined;
          const changes = Object.entries(change).map(([key, value]) => [key, rebased(seen?.[key], value, found[key])]);
          return { type: 'replace', item: { kind: 'element', element: { ...found, ...Object.fromEntries(changes) } as Element } };
        },
      ]);
    },
    replace,
    undo: () => travel(undone),
    redo: () => travel(redone),
    select: (selection) => set({ selection }),
    setSheet: (sheet) => {
      set({ sheet, selection: { kind: 'report' } });
      void look();
    },
    setVantage: (section, keys) => {
      set({ vantage: { ...get().vantage, [section]: keys } });
      void look();
    },
    setValues: (values) => {
      set({ values });
      void look();
    },
    clearConcerns: () => set({ concerns: '' }),
    clearFailure: () => set({ failure: '' }),
  }));
  const { getState: get, setState: set } = store;
  const exchange = createExchange(store);
  const saver = createSaver(saveDelay, save);

  const history = (): History<ReportDefinition> => ({ past: get().past, now: get().definition, future: get().future });

  function put({ past, now, future }: History<ReportDefinition>) {
    set({ past, definition: now, future });
    saveSoon();
  }

  function saveSoon() {
    if (get().saving !== 'conflict') set({ saving: 'saving' });
    saver.soon();
  }

  async function save() {
    const { definition, version } = get();
    if (!definition || get().saving === 'conflict' || get().saving === 'saved') return;
    set({ saving: 'saving' });
    try {
      sent = definition;
      const saved = await api.saveDraft(id, version, definition);
      sent = undefined;
      const upToDate = get().definition === definition;
      set({ version: saved.version, saving: upToDate ? 'saved' : 'saving' });
      if (upToDate) forgetUnsaved(id);
    } catch (error) {
      const conflict = error instanceof ApiError && error.code === 'save-conflict';
      set({ saving: conflict ? 'conflict' : 'failed', failure: (error as Error).message });
      // What was made is not lost meanwhile.
      if (!conflict) saver.soon(retryDelay);
    }
  }

  async function open(anew = false) {
    const report = await api.report(id);
    const { definition, version, saving } = get();
    set({ published: report.published });
    // What is open here already, with its undo, goes on as it was left, unless somebody saved something newer.
    if (!anew && definition && (version === report.draft || saving !== 'saved')) return look();
    if (anew) forgetUnsaved(id);
    const left = readUnsaved(id);
    const kept = left && !same(left.definition, report.definition) ? left : undefined;
    const now = kept?.definition ?? report.definition;
    const base = (anew ? undefined : readHistory(`undo report ${id}`, now)) ?? begun(now);
    const from = kept && !same(kept.sent, report.definition) ? kept.version : report.draft;
    set({ ...blank, values: get().values, past: base.past, definition: base.now, future: base.future, version: from });
    if (kept) saveSoon();
    await look();
    if (left?.edits.length) await apply('', left.edits);
  }

  function look() {
    const mine = ++looks;
    return exchange.enqueue(async () => {
      const { definition } = get();
      // Of looks alone, only the newest is asked for.
      if (!definition || mine !== looks) return;
      set({ stopped: false });
      exchange.take(await exchange.compose(definition));
    });
  }

  /** Does something in its turn; until it is answered, it is among what waits. */
  function inTurn(what: Pending, job: () => Promise<void>) {
    pending.push(what);
    return exchange.enqueue(async () => {
      try {
        await job();
      } finally {
        pending.splice(pending.indexOf(what), 1);
      }
    });
  }

  function apply(name: string, changes: Change[]) {
    return inTurn({ edits: made(changes) }, async () => {
      const { definition } = get();
      const edits = made(changes);
      if (!definition || edits.length === 0) return;
      const answer = await exchange.compose(definition, edits);
      if (answer.view.changed) {
        const before = history();
        const goesOn = name !== '' && name === last.name && Date.now() - last.at < mergeTime;
        put(goesOn ? { ...before, now: answer.view.definition, future: [] } : step(before, answer.view.definition));
        last = { name, at: Date.now() };
      }
      exchange.take(answer);
      // What was just made is what is worked on next.
      const added = edits.some((e) => /^(add|insert|paste)/.test(e.type ?? '')) ? newest(definition, answer.view.definition) : undefined;
      if (added) set({ selection: added });
    });
  }

  function replace(change: (definition: ReportDefinition) => ReportDefinition) {
    return inTurn({ rewrite: change }, async () => {
      const before = get().definition;
      const next = before && change(before);
      // Picking what is picked already is no step.
      if (!next || same(before, next)) return;
      const after = step(history(), next);
      const answer = await exchange.compose(after.now!);
      put(after);
      exchange.take(answer);
    });
  }

  /** The edits that changes come to for the report as it is. */
  function made(changes: Change[]): Edit[] {
    const { definition } = get();
    return changes
      .map((change) => (typeof change === 'function' ? definition && change(definition) : change))
      .filter((e): e is Edit => e !== undefined);
  }

  function travel(move: Travel) {
    return inTurn({ travel: move }, async () => {
      last = { name: '', at: 0 };
      const before = history();
      const after = move(before);
      if (after === before) return;
      const answer = await exchange.compose(after.now!);
      put(after);
      exchange.take(answer);
    });
  }

  async function publish(anyway = false) {
    await exchange.idle();
    await saver.now();
    if (get().saving !== 'saved') return false;
    try {
      const { version } = await api.publish(id, get().version, anyway);
      set({ published: version, concerns: '' });
      return true;
    } catch (error) {
      const { message, code } = error as Error & { code?: string };
      set(code === 'concerns' ? { concerns: message } : { failure: message });
      return false;
    }
  }

  async function saveAsCopy() {
    const { definition } = get();
    if (!definition) return undefined;
    try {
      const copy = await api.create({ definition, title: `${definition.title} (copy)` });
      set({ saving: 'saved' });
      forgetUnsaved(id);
      return copy.id;
    } catch (error) {
      set({ failure: (error as Error).message });
      return undefined;
    }
  }

  const keep = () => {
    const { version, saving } = get();
    let left = history();
    const gestures: Edit[][] = [];
    for (const one of pending) {
      if ('edits' in one) gestures.push(one.edits);
      else if ('rewrite' in one) left = left.now ? step(left, one.rewrite(left.now)) : left;
      // What was undone before it was made is not made at all.
      else if (one.travel === undone && gestures.length > 0) gestures.pop();
      else left = one.travel(left);
    }
    keepHistory(`undo report ${id}`, left);
    if (!left.now || (saving === 'saved' && pending.length === 0)) return;
    keepUnsaved(id, { version, definition: left.now, edits: gestures.flat(), sent });
  };

  return Object.assign(store, { keep, settled: settledOf(store) });
}
