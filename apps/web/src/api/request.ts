import { parse } from 'content-disposition';
import { v4 as newId } from 'uuid';
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

/** Something that is so or not, and who wants to hear of it. */
function heard() {
  let is = false;
  const listeners = new Set<() => void>();
  return {
    set(now: boolean): void {
      if (is === now) return;
      is = now;
      for (const l of listeners) l();
    },
    subscribe: (listener: () => void): (() => void) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    snapshot: (): boolean => is,
  };
}

/** Whether the last answer came from the server; kept copies and silence say that it is away. */
const away = heard();
export const serverAway = { subscribe: away.subscribe, snapshot: away.snapshot };

/** Whether the server said that nobody is signed in here any more, whatever was asked for. */
const over = heard();
export const sessionEnd = { subscribe: over.subscribe, snapshot: over.snapshot, begin: (): void => over.set(false) };

/**
 * Names of what was asked for and not answered, by what it is: asked again after silence it is the same act, and the
 * server does it once.
 */
const unanswered = new Map<string, string>();

/** Sends what changes something under the name of its act. */
async function act<T>(
  path: string,
  what: string,
  run: (headers: Record<string, string>) => Promise<T>,
  known?: string,
): Promise<T> {
  const key = `${path} ${what}`;
  const name = known ?? unanswered.get(key) ?? newId();
  unanswered.set(key, name);
  try {
    const answer = await run({ 'Idempotency-Key': name });
    unanswered.delete(key);
    return answer;
  } catch (e) {
    if (e instanceof RequestError && e.status >= 400 && e.status < 500) unanswered.delete(key);
    throw e;
  }
}

async function send(path: string, init: RequestInit): Promise<Response> {
  let response: Response;
  try {
    response = await fetch(path, { credentials: 'same-origin', ...init });
  } catch {
    // fetch rejects only when there was no answer.
    away.set(true);
    throw new RequestError(0, OFFLINE);
  }
  away.set(response.headers.has('X-Cifra-Kept'));
  if (response.ok) return response;
  const body: unknown = await response.json().catch(() => undefined);
  if (isRefusal(body) && body.code === 'not-signed-in') over.set(true);
  throw new RequestError(
    response.status,
    isRefusal(body) ? body : { ...OFFLINE, code: 'internal', detail: 'The server gave no proper answer. Try again.' },
  );
}

async function json<T>(path: string, init: RequestInit): Promise<T> {
  const response = await send(path, init);
  return (response.status === 204 ? undefined : await response.json()) as T;
}

const withBody = (method: string, body: string, headers: Record<string, string> = {}): RequestInit => ({
  method,
  headers: { 'Content-Type': 'application/json', ...headers },
  body,
});

export const get = <T>(path: string): Promise<T> => json<T>(path, {});
const change = <T>(method: string, path: string, body: unknown): Promise<T> => {
  const text = body === undefined ? undefined : JSON.stringify(body);
  return act(path, text ?? '', (headers) =>
    json<T>(path, text === undefined ? { method, headers } : withBody(method, text, headers)),
  );
};
export const post = <T>(path: string, body?: unknown): Promise<T> => change<T>('POST', path, body);
export const put = <T>(path: string, body: unknown): Promise<T> => change<T>('PUT', path, body);
export const remove = (path: string): Promise<void> => json<void>(path, { method: 'DELETE' });
/**
 * Deletes something on the way out: the browser sends it even when the page is gone, and nobody waits for the answer.
 */
export const removeLeaving = (path: string): void =>
  void fetch(path, { method: 'DELETE', credentials: 'same-origin', keepalive: true }).catch(() => undefined);
/** Deletes the account whose address is written; with it the session is over. */
export async function deleteAccount(email: string): Promise<void> {
  await json<void>('/api/account', withBody('DELETE', JSON.stringify({ email })));
  over.set(true);
}
/** @param name of the act, where it was given one before: what is sent again later arrives once */
export const postBytes = <T>(path: string, bytes: Blob, name?: string): Promise<T> =>
  act(
    path,
    String(bytes.size),
    (headers) =>
      json<T>(path, {
        method: 'POST',
        headers: { 'Content-Type': 'application/octet-stream', ...headers },
        body: bytes,
      }),
    name,
  );

/** Fetches a file and hands it to the browser's downloads under the name that the server gives. */
export const download = async (path: string): Promise<void> => take(await send(path, {}));

/** The same for a file that is made from what is sent. */
export const downloadMade = async (path: string, body: unknown): Promise<void> =>
  take(await send(path, withBody('POST', JSON.stringify(body))));

async function take(response: Response): Promise<void> {
  const header = response.headers.get('Content-Disposition');
  saveAs((header === null ? undefined : parse(header).parameters.filename) ?? 'cifra', await response.blob());
}
