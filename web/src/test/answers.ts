import { vi } from 'vitest';

/** What a made-up server answers, by address; other addresses are not there. */
const known = new Map<string, unknown>();

/** From now on, this is the answer to whoever asks for an address of the API. */
export function answer(path: string, body: unknown) {
  known.set(path, body);
  vi.stubGlobal(
    'fetch',
    vi.fn(async (request: Request) => {
      const asked = new URL(request.url).pathname;
      const json = { headers: { 'Content-Type': 'application/json' } };
      return known.has(asked)
        ? new Response(JSON.stringify(known.get(asked)), json)
        : new Response(JSON.stringify({ detail: `Nothing answers ${asked}.` }), { ...json, status: 404 });
    }),
  );
}
