import type { RefusalView } from '@cifra/contract';
import { Refusal } from '../refusal/refusal';
import { json, type NextFunction, type Request, type RequestHandler, type Response } from 'express';

const KB = 1024;
/** Largest JSON body: an exercise of the most notes fits, each with a chord, a syllable and marks. */
export const MAX_JSON_BYTES = KB * KB;
/** What anybody may send, signed in or not. */
export const SMALL_JSON_BYTES = 16 * KB;

/**
 * Objects in a body that is checked field by field, about 25 µs each: a class of 120 pupils who all have pages of their
 * own has fewer. A line's document is checked by the core, which is quicker.
 */
const MOST_OBJECTS = 2500;
/** Elements and fields of a body: a line of the most notes has fewer. */
const MOST_VALUES = 70_000;

interface Limit {
  readonly route: string;
  readonly bytes: number;
  readonly objects: number;
}
/** What a body may hold, by how its route begins; the first that fits counts. */
const LIMITS: readonly Limit[] = [
  { route: '/api/exercises', bytes: MAX_JSON_BYTES, objects: MOST_VALUES },
  { route: '/api/imports', bytes: MAX_JSON_BYTES, objects: MOST_OBJECTS },
  // A whole class with notes on everybody, or a term's plan.
  { route: '/api/classes', bytes: 512 * KB, objects: MOST_OBJECTS },
];
const OTHERS: Limit = { route: '', bytes: SMALL_JSON_BYTES, objects: MOST_OBJECTS };
const limitOf = (path: string): Limit =>
  LIMITS.find(({ route }) => path === route || path.startsWith(`${route}/`)) ?? OTHERS;

/** Routes that take a file or a sound as it is, whatever it says of itself: they read it, and nobody before them. */
const TAKES_BYTES = /^\/api\/(imports\/file|account\/file|links\/open\/[^/]+\/hand-ins)\/?$/i;

/** Nothing that is sent goes deeper: an exercise has eight levels. */
const MOST_NESTED = 32;
const [QUOTE, BACKSLASH, OPEN_LIST, CLOSE_LIST, OPEN_OBJECT, CLOSE_OBJECT, COMMA] = [...'"\\[]{},'].map((c) =>
  c.charCodeAt(0),
);

const tooMuch = (): Refusal => new Refusal('bad-request', 'There is too much in this.');

/**
 * Looks at a body before it is parsed.
 * @throws Refusal bad-request for lists and objects within each other beyond what anything sent here needs, for more
 * objects or values than that, and for a list that is a list's element: nothing has one
 */
const bound =
  (mostObjects: number) =>
  (_request: unknown, _response: unknown, body: Buffer): void => {
    let depth = 0;
    let objects = 0;
    let values = 0;
    const isList: boolean[] = [];
    let inText = false;
    for (let i = 0; i < body.length; i++) {
      const c = body[i];
      if (inText) {
        if (c === BACKSLASH) i += 1;
        else if (c === QUOTE) inText = false;
      } else if (c === QUOTE) inText = true;
      else if (c === OPEN_LIST || c === OPEN_OBJECT) {
        depth += 1;
        if (c === OPEN_OBJECT && ++objects > mostObjects) throw tooMuch();
        if (c === OPEN_LIST && isList[depth - 1] === true)
          throw new Refusal('bad-request', 'A list stands in a list where none belongs.');
        isList[depth] = c === OPEN_LIST;
        if (depth > MOST_NESTED) throw new Refusal('bad-request', 'This is nested too deeply.');
      } else if (c === CLOSE_LIST || c === CLOSE_OBJECT) depth -= 1;
      else if (c === COMMA && ++values > MOST_VALUES) throw tooMuch();
    }
  };

const refuse = (response: Response, status: number, code: string, detail: string): void => {
  // What is still on its way is not waited for.
  response.setHeader('Connection', 'close');
  response.status(status).json({ code, detail } satisfies RefusalView);
};

/**
 * Reads JSON bodies, each route's up to its own size. More than a few kB is read of whoever is signed in alone: to read
 * and check a large body takes the time of everybody.
 * @param isSignedIn whether a request carries an open session
 */
export function limitBodies(isSignedIn: (request: Request) => Promise<boolean>): RequestHandler {
  const readers = new Map(
    [OTHERS, ...LIMITS].map((limit) => [limit, json({ limit: limit.bytes, verify: bound(limit.objects) })]),
  );
  return (request: Request, response: Response, next: NextFunction): void => {
    if (TAKES_BYTES.test(request.path)) return next();
    const limit = limitOf(request.path);
    const said = Number(request.headers['content-length'] ?? Number.NaN);
    if (request.is('json') === false || request.is('json') === null) return next();
    const read = (): void => readers.get(limit)?.(request, response, next);
    if (said <= SMALL_JSON_BYTES) return read();
    if (said > limit.bytes) return refuse(response, 413, 'too-large', 'The request is too large.');
    if (limit === OTHERS) return read();
    isSignedIn(request).then((yes) => (yes ? read() : refuse(response, 401, 'not-signed-in', 'Sign in first.')), next);
  };
}
