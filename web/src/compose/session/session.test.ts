// @vitest-environment jsdom
import { beforeEach, expect, test, vi } from 'vitest';
import { api } from '../../api/client';
import type { ComposeRequest, ReportDefinition } from '../../api/generated';
import { forgetSessions, openReport, useCompose } from '../store/composeStore';

const titled = (title: string) => ({ format: 'lucid-lattice/report', version: 2, title }) as ReportDefinition;
const total = { type: 'addTotals', column: 'c' } as const;
const now = () => useCompose.getState();

/** What the server keeps, by report. */
let server: Record<string, { title: string; version: number }>;
/** Holds answers to gestures back while it is set. */
let gate: Promise<void> | undefined;

beforeEach(() => {
  vi.useFakeTimers();
  vi.restoreAllMocks();
  forgetSessions();
  localStorage.clear();
  gate = undefined;
  server = { a: { title: 'a', version: 1 }, b: { title: 'b', version: 1 } };
  vi.spyOn(api, 'report').mockImplementation(async (id) => ({
    id,
    version: server[id].version,
    draft: server[id].version,
    published: null,
    definition: titled(server[id].title),
  }));
  vi.spyOn(api, 'countPages').mockResolvedValue({ pageCount: 1, pages: {} });
  vi.spyOn(api, 'compose').mockImplementation(async ({ definition, edits = [] }: ComposeRequest) => {
    await gate;
    const changed = titled(definition.title + 'x'.repeat(edits?.length ?? 0));
    return {
      definition: changed,
      changed: changed.title !== definition.title,
      sheet: '',
      bands: [],
      vantage: [],
      rows: 0,
      problems: [],
      parameters: [],
      milliseconds: 1,
    };
  });
  vi.spyOn(api, 'saveDraft').mockImplementation(async (id, _, definition) => {
    server[id] = { title: definition.title, version: server[id].version + 1 };
    return { version: server[id].version };
  });
});

function hold() {
  let open = () => undefined as void;
  gate = new Promise((done) => {
    open = () => {
      gate = undefined;
      done();
    };
  });
  return open;
}

test('a gesture that is under way while another report is opened stays its own report’s', async () => {
  await openReport('a');
  const answer = hold();
  const gesture = now().edit(total);
  const opened = openReport('b');
  answer();
  await gesture;
  await opened;
  expect(now().definition?.title).toBe('b');
  await vi.advanceTimersByTimeAsync(2000);
  expect(server).toEqual({ a: { title: 'ax', version: 2 }, b: { title: 'b', version: 1 } });
});

test('what is undone, set and called otherwise during a gesture comes after it', async () => {
  await openReport('a');
  await now().edit(total);
  const answer = hold();
  const all = [now().edit(total), now().undo(), now().replace((d) => ({ ...d, title: `${d.title}!` })), now().edit(total)];
  now().setValues({ from: '2025-01-01' });
  answer();
  await Promise.all(all);
  expect(now().definition?.title).toBe('ax!x');
  expect(now().values).toEqual({ from: '2025-01-01' });
  expect(vi.mocked(api.compose).mock.lastCall?.[0].values).toEqual({ from: '2025-01-01' });
});

test('a gesture that changes nothing is no step to undo', async () => {
  await openReport('a');
  vi.mocked(api.compose).mockImplementation(async ({ definition }) => ({
    definition,
    changed: false,
    sheet: '',
    bands: [],
    vantage: [],
    rows: 0,
    problems: [],
    parameters: [],
    milliseconds: 1,
  }));
  await now().edit(total);
  expect(now().past).toEqual([]);
});

test.each([
  [
    'a gesture without its answer',
    () => {
      hold();
      void now().edit(total);
    },
    'ax',
  ],
  [
    'a setting without its answer',
    () => {
      hold();
      void now().replace(() => titled('called otherwise'));
    },
    'called otherwise',
  ],
])('%s survives a reload', async (_, act, title) => {
  await openReport('a');
  act();
  window.dispatchEvent(new Event('pagehide'));
  gate = undefined;
  forgetSessions();
  await openReport('a');
  expect(now().definition?.title).toBe(title);
  await vi.advanceTimersByTimeAsync(2000);
  expect(server.a.title).toBe(title);
  expect(localStorage.length).toBe(0);
});

test('an undo without its answer survives a reload, also of a gesture that has none either', async () => {
  await openReport('a');
  await now().edit(total);
  await vi.advanceTimersByTimeAsync(2000);
  expect(server.a.title).toBe('ax');
  hold();
  void now().undo();
  void now().edit(total);
  void now().edit(total);
  void now().undo();
  window.dispatchEvent(new Event('pagehide'));
  gate = undefined;
  forgetSessions();
  await openReport('a');
  expect(now().definition?.title).toBe('ax');
  await now().undo();
  expect(now().definition?.title).toBe('a');
});

test('a save that arrived although its page was gone is no conflict afterwards', async () => {
  await openReport('a');
  await now().edit(total);
  vi.mocked(api.saveDraft).mockImplementationOnce((id, __, definition) => {
    server[id] = { title: definition.title, version: 2 };
    return new Promise(() => undefined);
  });
  await vi.advanceTimersByTimeAsync(700);
  await now().edit(total);
  window.dispatchEvent(new Event('pagehide'));
  forgetSessions();
  await openReport('a');
  await vi.advanceTimersByTimeAsync(2000);
  expect(now()).toMatchObject({ saving: 'saved', version: 3 });
  expect(server.a.title).toBe('axx');
});

test('a report that is come back to has its undo still', async () => {
  await openReport('a');
  await now().edit(total);
  await vi.advanceTimersByTimeAsync(2000);
  await openReport('b');
  await openReport('a');
  await now().undo();
  expect(now().definition?.title).toBe('a');
});
