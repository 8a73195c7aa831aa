import { parse } from 'content-disposition';
import { saveAs } from '../ui/saveAs';
import type { RefusalView } from '@cifra/contract';

/** A refusal of the server, or no answer at all (`offline`). */
export class RequestError extends Error {
  constructor(
    readonly status: number,
    readonly refusal: RefusalView,
  ) {
    super(refusal.detail);
  }

  /** Whether nobody answered. */
  get isSilence(): boolean {
    return this.status === 0;
  }
}

const OFFLINE: RefusalView = {
  code: 'offline',
  detail: 'The server does not answer. Check that Cifra is running, then try again.',
};

const isRefusal = (body: unknown): body is RefusalView =>
  typeof body === 'object' && body !== null && 'code' in body && 'detail' in body;

/** Whether the last answer came from the server; kept copies and silence say that it is away. */
let away = false;
const listeners = new Set<() => void>();
function hear(isAway: boolean): void {
  if (away === isAway) return;
  away = isAway;
  for (const l of listeners) l();
}
export const serverAway = {
  subscribe: (listener: () => void): (() => void) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  },
  snapshot: (): boolean => away,
};

async function send(path: string, init: RequestInit): Promise<Response> {
  let response: Response;
  try {
    response = await fetch(path, { credentials: 'same-origin', ...init });
  } catch {
    // fetch rejects only when there was no answer.
    hear(true);
    throw new RequestError(0, OFFLINE);
  }
  hear(response.headers.has('X-Cifra-Kept'));
  if (response.ok) return response;
  const body: unknown = await response.json().catch(() => undefined);
  throw new RequestError(
    response.status,
    isRefusal(body) ? body : { ...OFFLINE, code: 'internal', detail: 'The server gave no proper answer. Try again.' },
  );
}

async function json<T>(path: string, init: RequestInit): Promise<T> {
  const response = await send(path, init);
  return (response.status === 204 ? undefined : await response.json()) as T;
}

const withBody = (method: string, body: unknown): RequestInit => ({
  method,
  headers: { 'Content-Type': 'application/json' },
  body: JSON.stringify(body),
});

export const get = <T>(path: string): Promise<T> => json<T>(path, {});
export const post = <T>(path: string, body?: unknown): Promise<T> =>
  json<T>(path, body === undefined ? { method: 'POST' } : withBody('POST', body));
export const put = <T>(path: string, body: unknown): Promise<T> => json<T>(path, withBody('PUT', body));
export const remove = (path: string): Promise<void> => json<void>(path, { method: 'DELETE' });
/**
 * Deletes something on the way out: the browser sends it even when the page is gone, and nobody waits for the answer.
 */
export const removeLeaving = (path: string): void =>
  void fetch(path, { method: 'DELETE', credentials: 'same-origin', keepalive: true }).catch(() => undefined);
/** Deletes the account whose address is written. */
export const deleteAccount = (email: string): Promise<void> =>
  json<void>('/api/account', withBody('DELETE', { email }));
export const postBytes = <T>(path: string, bytes: Blob): Promise<T> =>
  json<T>(path, { method: 'POST', headers: { 'Content-Type': 'application/octet-stream' }, body: bytes });

/** Fetches a file and hands it to the browser's downloads under the name that the server gives. */
export const download = async (path: string): Promise<void> => take(await send(path, {}));

/** The same for a file that is made from what is sent. */
export const downloadMade = async (path: string, body: unknown): Promise<void> =>
  take(await send(path, withBody('POST', body)));

async function take(response: Response): Promise<void> {
  const header = response.headers.get('Content-Disposition');
  saveAs((header === null ? undefined : parse(header).parameters.filename) ?? 'cifra', await response.blob());
}
