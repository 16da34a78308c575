import { afterEach, expect, test, vi } from 'vitest';
import { api, ApiError } from './client';

const respond = (status: number, body: unknown, type = 'application/json') =>
  vi.stubGlobal(
    'fetch',
    vi.fn(
      async () =>
        new Response(status === 204 ? null : typeof body === 'string' ? body : JSON.stringify(body), {
          status,
          headers: { 'Content-Type': type },
        }),
    ),
  );

afterEach(() => vi.unstubAllGlobals());

test('an answer comes back as what it is', async () => {
  respond(200, [{ id: 'r' }]);
  expect(await api.reports()).toEqual([{ id: 'r' }]);
  respond(200, '<svg/>', 'image/svg+xml; charset=utf-8');
  expect(await api.page('run', '', 3, '')).toBe('<svg/>');
  respond(204, null);
  expect(await api.composeProgress('look')).toBeNull();
});

test('problem details become an error with a sentence and a code', async () => {
  respond(409, { code: 'save-conflict', detail: 'Saved elsewhere.' }, 'application/problem+json');
  await expect(api.saveDraft('r', 1, {} as never)).rejects.toMatchObject({
    status: 409,
    code: 'save-conflict',
    message: 'Saved elsewhere.',
  });
  respond(500, 'not json at all', 'text/plain');
  await expect(api.reports()).rejects.toMatchObject({ status: 500, code: 'unforeseen' });
});

test('a server that is away is said to be away, and a cancelled call is not an error of the server', async () => {
  vi.stubGlobal(
    'fetch',
    vi.fn(async () => {
      throw new TypeError('failed to fetch');
    }),
  );
  await expect(api.reports()).rejects.toBeInstanceOf(ApiError);
  const stop = new AbortController();
  stop.abort();
  await expect(api.page('run', '', 1, '', stop.signal)).rejects.toBeInstanceOf(TypeError);
});

test('ids are escaped on their way into an address', async () => {
  respond(200, {});
  await api.report('a/b?c');
  expect(vi.mocked(fetch).mock.calls[0][0]).toMatchObject({ url: expect.stringMatching(/\/api\/reports\/a%2Fb%3Fc$/) });
});
