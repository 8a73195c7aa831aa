import { join, resolve } from 'node:path';

/** What the server is told from outside, read once. */
export interface Settings {
  readonly databaseUrl: string;
  readonly port: number;
  readonly host: string;
  /** The ready teacher behind one button exists only then. */
  readonly demo: boolean;
  /** Behind TLS: cookies are Secure and the proxy's client address is believed. */
  readonly tls: boolean;
  /** Names by which the server is asked for, besides the machine's own. */
  readonly hosts: readonly string[];
  readonly webFolder: string;
  readonly logLevel: string;
  /** How often one pupil's link may be asked for in a minute; a class's five times as often. */
  readonly linkRequests: number;
}

/** A pupil who practises tells of it every four seconds at most. */
export const LINK_REQUESTS = 120;

/** A whole number from the environment. @throws Error that says which is none */
function wholeNumber(
  name: string,
  value: string | undefined,
  otherwise: number,
  [least, most]: readonly [number, number],
) {
  const number = value === undefined || value === '' ? otherwise : Number(value);
  if (!Number.isInteger(number) || number < least || number > most)
    throw new Error(`${name} is “${value ?? ''}”. Set it to a whole number from ${least} to ${most}.`);
  return number;
}

/** @throws Error with a sentence that says what is to be set otherwise */
export function readSettings(env: NodeJS.ProcessEnv): Settings {
  const databaseUrl = env.DATABASE_URL;
  if (databaseUrl === undefined || databaseUrl === '')
    throw new Error('DATABASE_URL is not set: start Cifra with npm start, or name a PostgreSQL database.');
  const hosts = (env.CIFRA_HOSTS ?? '')
    .split(',')
    .map((name) => name.trim().toLowerCase())
    .filter((name) => name !== '');
  const tls = env.CIFRA_TLS === '1';
  if (tls && hosts.length === 0)
    throw new Error('CIFRA_TLS is set and CIFRA_HOSTS is not: name the server, as CIFRA_HOSTS=cifra.school.example.');
  return {
    databaseUrl,
    port: wholeNumber('PORT', env.PORT, 4173, [0, 65_535]),
    host: env.HOST ?? '127.0.0.1',
    demo: env.CIFRA_DEMO === '1',
    tls,
    hosts,
    webFolder: resolve(env.CIFRA_WEB ?? join(__dirname, '../../web/dist')),
    logLevel: env.LOG_LEVEL ?? 'info',
    linkRequests: wholeNumber('CIFRA_LINK_REQUESTS', env.CIFRA_LINK_REQUESTS, LINK_REQUESTS, [1, 1_000_000]),
  };
}

export const SETTINGS = Symbol('settings');
