import { create } from 'zustand';
import { api, ApiError } from '../api/client';
import type { BandKind, ComposeResponse, Edit, ReportDefinition } from '../api/generated';

export type Selection =
  | { kind: 'report' }
  | { kind: 'level'; id: string }
  | { kind: 'band'; band: BandKind; level: number }
  | { kind: 'element'; id: string };

export type Saving = 'saved' | 'saving' | 'failed' | 'conflict';

interface ComposeState {
  id: string;
  definition?: ReportDefinition;
  /** The version that the draft on the server has. */
  version: number;
  published: number | null;
  past: ReportDefinition[];
  future: ReportDefinition[];
  selection: Selection;
  vantage: (string | null)[];
  values: Record<string, string>;
  view?: ComposeResponse;
  pageCount?: number;
  saving: Saving;
  /** What the server has been working on for a while, with a way to stop it. */
  busy?: { name: string; stop: () => void };
  /** True if the author stopped the first look at the report. */
  stopped: boolean;
  look: () => Promise<void>;
  /** What went wrong with the last gesture, for people. */
  failure: string;
  open: (id: string) => Promise<void>;
  /** Makes changes in one step that can be undone. */
  edit: (...edits: Edit[]) => Promise<void>;
  /** Takes over a definition that was changed here. */
  replace: (definition: ReportDefinition) => Promise<void>;
  undo: () => void;
  redo: () => void;
  select: (selection: Selection) => void;
  setVantage: (vantage: (string | null)[]) => void;
  setValues: (values: Record<string, string>) => void;
  publish: () => Promise<boolean>;
  /** Puts this draft beside the one that was saved elsewhere, as a report of its own, and returns its id. */
  saveAsCopy: () => Promise<string | undefined>;
  clearFailure: () => void;
}

const saveDelay = 600;
const pagesDelay = 350;
/** After this, an answer is late, and the author is told how far it is. */
const busyDelay = 900;

export const useCompose = create<ComposeState>((set, get) => {
  // Gestures are answered in the order in which they were made; of views alone, only the newest is asked for.
  let queue: Promise<unknown> = Promise.resolve();
  let newest = 0;
  let saveTimer = 0;
  let pagesTimer = 0;
  let pagesCall = new AbortController();

  const enqueue = (job: () => Promise<void>) => {
    const turn = queue.then(job).catch((error: Error) => { if (error.name !== 'AbortError') set({ failure: error.message }); else if (!get().view) set({ stopped: true }); });
    queue = turn;
    return turn;
  };

  // The description of the API cannot say that a key in this list may be empty.
  const compose = async (definition: ReportDefinition, edits?: Edit[]) => {
    const name = crypto.randomUUID();
    const halt = new AbortController();
    const late = window.setTimeout(() => set({ busy: { name, stop: () => halt.abort() } }), busyDelay);
    try {
      return await api.compose({ definition, edits, vantage: get().vantage as string[], values: get().values, follow: name }, halt.signal);
    } finally {
      clearTimeout(late);
      set({ busy: undefined });
    }
  };

  const take = (view: ComposeResponse) => {
    set({ view, vantage: view.vantage.map((step) => step.key) });
    clearTimeout(pagesTimer);
    pagesTimer = window.setTimeout(() => {
      pagesCall.abort();
      pagesCall = new AbortController();
      api.countPages({ definition: view.definition, values: get().values }, pagesCall.signal).then(({ pageCount }) => set({ pageCount }), () => undefined);
    }, pagesDelay);
  };

  const look = () => {
    const mine = ++newest;
    return enqueue(async () => {
      const { definition } = get();
      if (!definition || mine !== newest) return;
      set({ stopped: false });
      take(await compose(definition));
    });
  };

  const save = async () => {
    const { id, definition, version } = get();
    if (!definition || get().saving === 'conflict') return;
    set({ saving: 'saving' });
    try {
      const saved = await api.saveDraft(id, version, definition);
      set({ version: saved.version, saving: get().definition === definition ? 'saved' : 'saving' });
    } catch (error) {
      const conflict = error instanceof ApiError && error.code === 'save-conflict';
      set({ saving: conflict ? 'conflict' : 'failed', failure: (error as Error).message });
      // A server that is away may come back: what was made is not lost meanwhile.
      if (!conflict) saveTimer = window.setTimeout(save, 5000);
    }
  };

  const saveSoon = () => {
    if (get().saving !== 'conflict') set({ saving: 'saving' });
    clearTimeout(saveTimer);
    saveTimer = window.setTimeout(() => void enqueueSave(), saveDelay);
  };

  let saves: Promise<void> = Promise.resolve();
  const enqueueSave = () => { saves = saves.then(save); return saves; };

  const step = (definition: ReportDefinition) => {
    const { definition: before, past } = get();
    set({ definition, past: before ? [...past.slice(-199), before] : past, future: [] });
    saveSoon();
  };

  return {
    id: '', version: 0, published: null, past: [], future: [], selection: { kind: 'report' }, vantage: [], values: {}, saving: 'saved', failure: '', stopped: false, look,
    open: async (id) => {
      set({ id, definition: undefined, view: undefined, pageCount: undefined, past: [], future: [], selection: { kind: 'report' }, vantage: [], values: {}, saving: 'saved', failure: '', stopped: false });
      const report = await api.report(id);
      if (get().id !== id) return;
      set({ definition: report.definition, version: report.draft, published: report.published });
      await look();
    },
    edit: (...edits) => enqueue(async () => {
      const { definition } = get();
      if (!definition) return;
      const view = await compose(definition, edits);
      step(view.definition);
      take(view);
    }),
    replace: (definition) => {
      step(definition);
      return look();
    },
    undo: () => {
      const { past, future, definition } = get();
      if (!past.length || !definition) return;
      set({ definition: past[past.length - 1], past: past.slice(0, -1), future: [definition, ...future] });
      saveSoon();
      void look();
    },
    redo: () => {
      const { past, future, definition } = get();
      if (!future.length || !definition) return;
      set({ definition: future[0], past: [...past, definition], future: future.slice(1) });
      saveSoon();
      void look();
    },
    select: (selection) => set({ selection }),
    setVantage: (vantage) => { set({ vantage }); void look(); },
    setValues: (values) => { set({ values }); void look(); },
    publish: async () => {
      clearTimeout(saveTimer);
      await queue;
      await enqueueSave();
      if (get().saving !== 'saved') return false;
      try {
        const { version } = await api.publish(get().id, get().version);
        set({ published: version });
        return true;
      } catch (error) {
        set({ failure: (error as Error).message });
        return false;
      }
    },
    saveAsCopy: async () => {
      const { definition } = get();
      if (!definition) return undefined;
      try {
        const copy = await api.create({ definition: { ...definition, title: `${definition.title} (copy)` } });
        set({ saving: 'saved' });
        return copy.id;
      } catch (error) {
        set({ failure: (error as Error).message });
        return undefined;
      }
    },
    clearFailure: () => set({ failure: '' }),
  };
});
