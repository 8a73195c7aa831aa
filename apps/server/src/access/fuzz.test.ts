import 'reflect-metadata';
import { Agent, request as ask, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { monitorEventLoopDelay } from 'node:perf_hooks';
import { gzipSync } from 'node:zlib';
import type { ClassView } from '@cifra/contract';
import { type About, addressOf } from '../testing/askRoute';
import { drawer, hostile, type Schemas, spoiled, WORDS } from '../testing/hostile';
import { makeOwned } from '../testing/ownedThings';
import { RULES } from '../testing/routeRules';
import { PASSWORD, startTestServer, type TestServer } from '../testing/testServer';

/*
 * Requests that nobody should send, to every route, with one of everything spoiled at a time: no answer says that the
 * server failed, none holds the event loop, and what was taken breaks no page later. `CIFRA_FUZZ` says how many,
 * `CIFRA_SEED` which.
 */

const MANY = Number(process.env.CIFRA_FUZZ ?? 400);
const SEED = Number(process.env.CIFRA_SEED ?? 7);
const LONGEST_HOLD_MS = 50;
const LOOK_EVERY = 150;
/** Longer than any page of what is here takes. */
const LONGEST_ANSWER_MS = 30_000;

let server: TestServer;
let address: { readonly host: string; readonly port: number };
let cookie: string;
let about: About;
let schemas: Schemas;
let bodyOf: Readonly<Record<string, string>>;
beforeAll(async () => {
  server = await startTestServer({ demo: false, linkRequests: 1_000_000 });
  await server.app.listen(0, '127.0.0.1');
  address = { host: '127.0.0.1', port: ((server.app.getHttpServer() as Server).address() as AddressInfo).port };
  const mara = await server.teacher('mara@school.example');
  const [group] = (await mara.get('/api/classes').expect(200)).body as [ClassView];
  const { own, line, tokens } = await makeOwned(server, mara, group, 'stopped');
  const signedIn = await server.agent().post('/api/session').send({ email: 'mara@school.example', password: PASSWORD });
  cookie = String(signedIn.headers['set-cookie']).split(';')[0] ?? '';
  about = { ids: own, group, line, token: tokens.open };
  const api = (await mara.get('/api/docs/json').expect(200)).body as {
    paths: Record<string, Record<string, { requestBody?: { content: Record<string, { schema: { $ref?: string } }> } }>>;
    components: { schemas: Schemas };
  };
  schemas = api.components.schemas;
  bodyOf = Object.fromEntries(
    Object.entries(api.paths).flatMap(([path, methods]) =>
      Object.entries(methods).flatMap(([method, { requestBody }]) => {
        const ref = requestBody?.content['application/json']?.schema.$ref;
        return ref === undefined ? [] : [[`${method} ${path}`, ref]];
      }),
    ),
  );
});
afterAll(() => server.stop());

const draw = drawer(SEED);
const word = (): string => WORDS[draw(WORDS.length)] as string;
/** Half a letter cannot be in an address. */
const inAddress = (w: string): string => encodeURIComponent(Buffer.from(w).toString());

/** A request as it goes over the wire. */
interface Raw {
  readonly method: string;
  readonly path: string;
  readonly headers: Readonly<Record<string, string>>;
  readonly body?: Buffer;
}
interface Answer {
  readonly status: number;
  readonly code: string | undefined;
}
/** Nobody read on, and the wire was closed: an answer too. */
const CLOSED = 499;
const wire = new Agent({ keepAlive: true, maxSockets: 1 });
const send = ({ method, path, headers, body }: Raw): Promise<Answer> =>
  new Promise((resolve, reject) => {
    const asked = ask({ ...address, agent: wire, method: method.toUpperCase(), path, headers }, (response) => {
      const chunks: Buffer[] = [];
      response.on('data', (c: Buffer) => chunks.push(c));
      response.on('end', () => {
        const code = /"code":"([\w-]+)"/.exec(Buffer.concat(chunks).subarray(0, 200).toString())?.[1];
        resolve({ status: response.statusCode ?? 0, code });
      });
    });
    asked.setTimeout(LONGEST_ANSWER_MS, () => {
      asked.destroy();
      resolve({ status: 599, code: 'no-answer' });
    });
    asked.on('error', (e: { code?: string }) =>
      ['EPIPE', 'ECONNRESET'].includes(e.code ?? '') ? resolve({ status: CLOSED, code: undefined }) : reject(e),
    );
    asked.end(body);
  });

/** A request as its rule says, of whoever may send it. */
function proper(name: string, to = about): Raw {
  const [method = '', path = ''] = name.split(' ');
  const rule = RULES[name];
  const body = rule?.body?.(to.ids, to);
  return {
    method,
    path: addressOf(method, path, to),
    headers: {
      ...(rule?.for !== 'open' && rule?.for !== 'link' && { Cookie: cookie }),
      'Content-Type': body === undefined ? 'application/octet-stream' : 'application/json',
    },
    ...(body !== undefined && { body: Buffer.from(JSON.stringify(body)) }),
  };
}

const HEADERS: readonly (readonly [string, string])[] = [
  ['Content-Type', 'text/plain'],
  ['Content-Type', 'application/json; charset=utf-7'],
  ['Content-Type', 'application/json; charset=utf-16le'],
  ['Content-Type', 'multipart/form-data; boundary=x'],
  ['Content-Type', 'application/x-www-form-urlencoded'],
  ['Content-Type', 'nonsense'],
  ['Content-Encoding', 'gzip'],
  ['Content-Encoding', 'br'],
  ['Content-Encoding', 'nonsense'],
  ['Idempotency-Key', '1'],
  ['Cookie', 'cifra_session=%E0%A4%A; =; a=b=c'],
  ['Range', 'bytes=5-1'],
  ['If-None-Match', '"'],
  ['Accept', 'text/nothing;q=9'],
  ['Origin', 'http://['],
  ['X-Forwarded-For', 'x'.repeat(500)],
];
const QUERIES = [
  'class',
  'line',
  'after',
  'exercise',
  'pupil',
  'percent',
  'summary',
  'type',
  'today',
  'pitch',
  'lines',
];

/** Spoils one thing of a request. */
function spoil(name: string): Raw {
  const [, path = ''] = name.split(' ');
  const good = proper(name);
  const ref = bodyOf[name];
  const kind = ref === undefined ? 1 + draw(3) : draw(7);
  if (kind === 1) {
    // The ids and words of the path.
    const w = inAddress(word());
    const ids = Object.fromEntries(Object.keys(about.ids).map((id) => [id, draw(2) === 0 ? w : (about.ids[id] ?? w)]));
    return proper(name, /\{token\}/.test(path) ? { ...about, token: w } : { ...about, ids });
  }
  if (kind === 2) {
    const key = QUERIES[draw(QUERIES.length)] ?? 'class';
    const value = inAddress(word());
    const forms = [`${key}=${value}`, `${key}=1&${key}=2`, `${key}[x]=1`, key, `${key}[]=${value}`];
    return { ...good, path: `${good.path.split('?')[0] ?? ''}?${forms[draw(forms.length)] ?? ''}` };
  }
  if (kind === 3) {
    const [header, value] = HEADERS[draw(HEADERS.length)] as (typeof HEADERS)[number];
    const text = JSON.stringify(hostile(draw)) ?? '';
    const body = draw(2) === 0 ? Buffer.from(text) : gzipSync(text).subarray(0, -5);
    return { ...good, headers: { ...good.headers, [header]: value }, ...(good.method !== 'get' && { body }) };
  }
  const whole = RULES[name]?.body?.(about.ids, about) ?? {};
  const body = spoiled(structuredClone(whole), { $ref: ref ?? '' }, schemas, draw);
  return { ...good, body: Buffer.from(JSON.stringify(body) ?? '') };
}
const told = ({ method, path, headers, body }: Raw): string =>
  `${method} ${path.slice(0, 200)} ${JSON.stringify({ ...headers, Cookie: undefined })} ${body?.toString().slice(0, 500) ?? ''}`;

/** Only that a teacher's other pages are still being made may be told with a number from 500 on. */
const isFailure = ({ status, code }: Answer): boolean => status >= 500 && code !== 'busy';

/** Everything that can be read: what was taken is in it. */
async function broken(): Promise<string[]> {
  const found: string[] = [];
  for (const [name, rule] of Object.entries(RULES)) {
    if (!name.startsWith('get ') || rule.for === 'open') continue;
    const said = await send(proper(name));
    if (isFailure(said)) found.push(`${name}: ${said.status}`);
  }
  return found;
}

const ASKED = Object.entries(RULES)
  .filter(([name]) => !/^delete \/api\/session$/.test(name))
  .map(([name]) => name);

it(`${MANY} requests that nobody should send`, async () => {
  const failed: string[] = [];
  const slow: string[] = [];
  let taken: string[] = [];
  const monitor = monitorEventLoopDelay({ resolution: 1 });
  /** How long the loop was held while a request ran. */
  const held = async (raw: Raw): Promise<readonly [Answer, number]> => {
    monitor.reset();
    monitor.enable();
    const said = await send(raw);
    monitor.disable();
    return [said, monitor.max / 1e6];
  };
  for (let i = 0; i < MANY; i++) {
    const raw = spoil(ASKED[i % ASKED.length] as string);
    const [said, first] = await held(raw);
    let ms = first;
    if (isFailure(said)) failed.push(`${said.status} ${told(raw)}`);
    // The machine may have been busy with something else: the least of some counts.
    for (let again = 0; again < 4 && ms > LONGEST_HOLD_MS; again++) ms = Math.min(ms, (await held(raw))[1]);
    if (ms > LONGEST_HOLD_MS) slow.push(`${ms.toFixed(0)} ms ${told(raw)}`);
    if (said.status < 300 && raw.method !== 'get') taken.push(told(raw));
    if (i % 50 === 0) await server.sql('delete from request_counts');
    if (i % LOOK_EVERY !== LOOK_EVERY - 1 && i !== MANY - 1) continue;
    const pages = await broken();
    if (pages.length > 0) failed.push(`broken afterwards: ${pages.join(', ')} by one of\n${taken.join('\n')}`);
    if (pages.length > 0) break;
    taken = [];
  }
  expect(failed).toEqual([]);
  // Beside other tests the machine itself holds a loop so long: the bench, alone on it, asks for this.
  if (process.env.CIFRA_FUZZ !== undefined) expect(slow).toEqual([]);
}, 3_600_000);
