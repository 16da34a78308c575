// @vitest-environment jsdom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, renderHook, waitFor } from '@testing-library/react';
import type { PropsWithChildren } from 'react';
import { expect, test, vi } from 'vitest';
import { api, ApiError } from '../../api/client';
import type { RunInfo } from '../../api/generated';
import { useRun } from './useRun';

vi.mock('notistack', () => ({ useSnackbar: () => ({ enqueueSnackbar: () => undefined }) }));

test('a stopped run stays stopped, though whoever follows it hears that it is gone', async () => {
  const running = { id: 'r1', reportId: 'patience', state: 'running', problems: [] } as unknown as RunInfo;
  const run = vi.spyOn(api, 'run').mockResolvedValue(running);
  let gone: (error: Error) => void = () => undefined;
  const follow = vi.spyOn(api, 'runInfo').mockImplementation(() => new Promise((_, reject) => (gone = reject)));
  const stop = vi.spyOn(api, 'stop').mockImplementation(async () => {
    // The server tells who waits before it answers who stopped.
    gone(new ApiError(410, 'run-gone', 'The run is gone.'));
    await Promise.resolve();
  });
  const client = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  const wrapper = ({ children }: PropsWithChildren) => <QueryClientProvider client={client}>{children}</QueryClientProvider>;
  const { result } = renderHook(() => useRun({ report: 'patience', values: {}, open: 'here' }, true), { wrapper });
  await waitFor(() => expect(follow).toHaveBeenCalled());

  await act(async () => {
    result.current.stop();
    await new Promise((done) => setTimeout(done));
  });

  expect(stop).toHaveBeenCalledWith('r1');
  expect(result.current.info?.state).toBe('failed');
  expect(result.current.info?.problems[0].message).toBe('The run was stopped.');
  expect(run).toHaveBeenCalledTimes(1);
});
