import createClient, { type Middleware } from 'openapi-fetch';
import type { paths } from './schema.generated';

/** A refused or failed request: the server's sentence, and the field at fault where there is one. */
export class ProblemError extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly field?: string,
  ) {
    super(message);
  }
}

function cookie(name: string): string | undefined {
  return document.cookie
    .split('; ')
    .find((pair) => pair.startsWith(`${name}=`))
    ?.slice(name.length + 1);
}

/** The header that proves a change comes from this page. */
export function csrfHeader(): Record<string, string> {
  const token = cookie('XSRF-TOKEN');
  return token ? { 'X-XSRF-TOKEN': decodeURIComponent(token) } : {};
}

const withCsrf: Middleware = {
  onRequest({ request }) {
    for (const [name, value] of Object.entries(csrfHeader())) request.headers.set(name, value);
    return request;
  },
};

/**
 * A question that the page no longer waits for is given up on the server too, which cannot notice by itself. A change that was
 * sent is never given up: only questions are ever aborted.
 */
const withGivingUp: Middleware = {
  onRequest({ request }) {
    if (request.method !== 'POST') return undefined;
    const name = `${Date.now().toString(36)}-${Math.random().toString(36).slice(2)}`;
    request.headers.set('Question-Name', name);
    request.signal.addEventListener('abort', () => {
      void fetch(`/api/questions/${name}`, { method: 'DELETE', headers: csrfHeader() }).catch(
        () => undefined,
      );
    });
    return request;
  },
};

export const api = createClient<paths>({ baseUrl: '/' });
api.use(withCsrf, withGivingUp);

interface ProblemBody {
  detail?: string;
  field?: string;
}

/** Makes an error of a response that is not what was asked for. */
export function problem(response: Response, body: unknown): ProblemError {
  const { detail, field } = (body ?? {}) as ProblemBody;
  return new ProblemError(
    response.status,
    detail ?? `The server answered ${response.status} without a reason.`,
    field,
  );
}

/** The answer, or its problem thrown. */
export async function answered<T>(
  call: Promise<{ data?: T; error?: unknown; response: Response }>,
): Promise<T> {
  const { data, error, response } = await call;
  if (!response.ok) throw problem(response, error);
  // What is only done has no answer, and its type says so.
  return data as T;
}
