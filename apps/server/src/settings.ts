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
  readonly webFolder: string;
  readonly logLevel: string;
  /** How often one pupil's link may be asked for in a minute; a class's five times as often. */
  readonly linkRequests: number;
}

/** A pupil who practises tells of it every four seconds at most. */
export const LINK_REQUESTS = 120;

export function readSettings(env: NodeJS.ProcessEnv): Settings {
  const databaseUrl = env.DATABASE_URL;
  if (databaseUrl === undefined || databaseUrl === '')
    throw new Error('DATABASE_URL is not set: start Cifra with npm start, or name a PostgreSQL database.');
  return {
    databaseUrl,
    port: Number(env.PORT ?? 4173),
    host: env.HOST ?? '127.0.0.1',
    demo: env.CIFRA_DEMO === '1',
    tls: env.CIFRA_TLS === '1',
    webFolder: resolve(env.CIFRA_WEB ?? join(__dirname, '../../web/dist')),
    logLevel: env.LOG_LEVEL ?? 'info',
    linkRequests: Number(env.CIFRA_LINK_REQUESTS ?? LINK_REQUESTS),
  };
}

export const SETTINGS = Symbol('settings');
