// @vitest-environment jsdom
import { expect, test } from 'vitest';
import { createStore } from 'zustand';
import type { ComposeResponse, ReportDefinition } from '../../api/generated';
import { afterPaint } from '../../shell/afterPaint';
import { settledOf } from './settled';
import type { SessionState } from './types';

const painted = () => new Promise<void>((done) => void afterPaint(done));
const view = { rows: 1 } as ComposeResponse;
const report = (title: string) => ({ title }) as ReportDefinition;

function session(state: Partial<SessionState>) {
  const store = createStore<SessionState>(() => state as SessionState);
  return { store, settled: settledOf(store) };
}

test('what an edit changed follows the paint, with all that came meanwhile', async () => {
  const { store, settled } = session({ definition: report('a'), view, selection: { kind: 'report' } });
  store.setState({ definition: report('b') });
  store.setState({ selection: { kind: 'element', id: 'new' } });
  expect(settled.getState().definition?.title).toBe('a');
  expect(settled.getState().selection.kind).toBe('report');
  await painted();
  expect(settled.getState()).toBe(store.getState());
});

test('a choice, and the first view of a report, are there at once', () => {
  const { store, settled } = session({ selection: { kind: 'report' } });
  store.setState({ definition: report('a'), view });
  expect(settled.getState().view).toBe(view);
  store.setState({ selection: { kind: 'element', id: 'e1' } });
  expect(settled.getState().selection.kind).toBe('element');
});
