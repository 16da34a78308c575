// @vitest-environment jsdom
import { beforeEach, expect, test, vi } from 'vitest';
import { api, ApiError } from '../../api/client';
import type { ComposeRequest, ComposeResponse, ReportDefinition } from '../../api/generated';
import { forgetSessions, openReport, useCompose } from './composeStore';

const titled = (title: string) => ({ format: 'lucid-lattice/report', version: 1, title }) as ReportDefinition;
const title = () => useCompose.getState().definition?.title;

/** A server whose every edit adds a letter to the title. */
function answer({ definition, edits = [] }: ComposeRequest): ComposeResponse {
  return {
    definition: titled(definition.title + 'x'.repeat(edits?.length ?? 0)),
    changed: true,
    sheet: '',
    bands: [],
    vantage: [],
    rows: 0,
    problems: [],
    parameters: [],
    milliseconds: 1,
  };
}

let saved: string[];
let version: number;

beforeEach(async () => {
  vi.useFakeTimers();
  vi.restoreAllMocks();
  [saved, version] = [[], 1];
  vi.spyOn(api, 'report').mockImplementation(async (id) => ({ id, version: 1, draft: 1, published: null, definition: titled('a') }));
  vi.spyOn(api, 'compose').mockImplementation(async (request) => answer(request));
  vi.spyOn(api, 'countPages').mockResolvedValue({ pageCount: 3, pages: {} });
  vi.spyOn(api, 'saveDraft').mockImplementation(async (_, basedOn, definition) => {
    if (basedOn !== version) throw new ApiError(409, 'save-conflict', 'Saved elsewhere.');
    saved.push(definition.title);
    return { version: ++version };
  });
  forgetSessions();
  localStorage.clear();
  await openReport('r');
});

test('every gesture is a step that can be undone and redone', async () => {
  const { edit, undo, redo } = useCompose.getState();
  await edit({ type: 'addTotals', column: 'c' });
  await edit({ type: 'addTotals', column: 'c' });
  expect(title()).toBe('axx');
  await undo();
  await undo();
  await undo();
  expect(title()).toBe('a');
  await redo();
  expect(title()).toBe('ax');
  await edit({ type: 'addTotals', column: 'd' });
  expect(useCompose.getState().future).toEqual([]);
});

test('gestures made faster than the server answers are all kept, in their order', async () => {
  const { edit } = useCompose.getState();
  const delays = [30, 1, 10];
  vi.spyOn(api, 'compose').mockImplementation(async (request) => {
    await new Promise((done) => setTimeout(done, delays.shift() ?? 1));
    return answer(request);
  });
  const all = Promise.all([
    edit({ type: 'addTotals', column: 'c' }),
    edit({ type: 'addTotals', column: 'd' }),
    edit({ type: 'addTotals', column: 'e' }),
  ]);
  await vi.advanceTimersByTimeAsync(200);
  await all;
  expect(title()).toBe('axxx');
  expect(useCompose.getState().past.map((d) => d.title)).toEqual(['a', 'ax', 'axx']);
});

test('a refused gesture changes nothing and says why', async () => {
  vi.spyOn(api, 'compose').mockRejectedValueOnce(new ApiError(400, 'edit', 'That makes no sense here.'));
  await useCompose.getState().edit({ type: 'addTotals', column: 'c' });
  expect(title()).toBe('a');
  expect(useCompose.getState().past).toEqual([]);
  expect(useCompose.getState().failure).toBe('That makes no sense here.');
});

test('the draft is saved a moment after the last of several changes', async () => {
  const { edit } = useCompose.getState();
  await edit({ type: 'addTotals', column: 'c' });
  await edit({ type: 'addTotals', column: 'c' });
  expect(useCompose.getState().saving).toBe('saving');
  await vi.advanceTimersByTimeAsync(1000);
  expect(saved).toEqual(['axx']);
  expect(useCompose.getState()).toMatchObject({ saving: 'saved', version: 2 });
});

test('a save that fails is tried again, and nothing is lost meanwhile', async () => {
  const real = vi.mocked(api.saveDraft).getMockImplementation()!;
  vi.mocked(api.saveDraft).mockRejectedValueOnce(new ApiError(0, 'offline', 'The server does not answer.'));
  await useCompose.getState().edit({ type: 'addTotals', column: 'c' });
  await vi.advanceTimersByTimeAsync(1000);
  expect(useCompose.getState().saving).toBe('failed');
  vi.mocked(api.saveDraft).mockImplementation(real);
  await vi.advanceTimersByTimeAsync(6000);
  expect(saved).toEqual(['ax']);
  expect(useCompose.getState().saving).toBe('saved');
});

test('a draft that somebody else saved meanwhile is not overwritten', async () => {
  version = 5;
  await useCompose.getState().edit({ type: 'addTotals', column: 'c' });
  await vi.advanceTimersByTimeAsync(1000);
  expect(useCompose.getState().saving).toBe('conflict');
  await useCompose.getState().edit({ type: 'addTotals', column: 'c' });
  await vi.advanceTimersByTimeAsync(10_000);
  expect(api.saveDraft).toHaveBeenCalledTimes(1);
  expect(title()).toBe('axx');
});

test('publishing saves first, and publishes what was saved', async () => {
  const publish = vi.spyOn(api, 'publish').mockImplementation(async (_, v) => ({ version: v }));
  await useCompose.getState().edit({ type: 'addTotals', column: 'c' });
  expect(await useCompose.getState().publish()).toBe(true);
  expect(saved).toEqual(['ax']);
  expect(publish).toHaveBeenCalledWith('r', 2, false);
  expect(useCompose.getState().published).toBe(2);
});
