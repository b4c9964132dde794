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

export const api = createClient<paths>({ baseUrl: '/' });
api.use(withCsrf);

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
  if (data === undefined) throw problem(response, error);
  return data;
}
