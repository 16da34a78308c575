import type { CreateClientConfig } from './generated/client.gen';

/** An answer of the server that says what is wrong (RFC 9457). */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    message: string,
  ) {
    super(message);
  }
}

/** Sends a request and gives the answer, or throws what is wrong with it. */
async function send(request: Request): Promise<Response> {
  let response: Response;
  try {
    response = await globalThis.fetch(request);
  } catch (error) {
    if (request.signal.aborted) throw error;
    throw new ApiError(0, 'offline', 'The server does not answer. Your work is kept here; it is saved when the server is back.');
  }
  if (response.ok) return response;
  const problem = await response.json().catch(() => ({}));
  throw new ApiError(response.status, problem.code ?? 'unforeseen', problem.detail ?? `The server answered ${response.status}.`);
}

/** Where the generated client sends to: the server that this page came from. */
export const createClientConfig: CreateClientConfig = (config) => ({
  ...config,
  baseUrl: globalThis.location?.origin ?? 'http://localhost',
  throwOnError: true,
  fetch: (input) => send(input as Request),
});
