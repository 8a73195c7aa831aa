import { isIP } from 'node:net';
import { hostname } from 'node:os';
import type { RefusalView } from '@cifra/contract';
import type { NextFunction, Request, RequestHandler, Response } from 'express';

/** The name in a `Host` header, without its port: `[::1]:4173` is `::1`. */
const nameOf = (host: string): string =>
  host
    .toLowerCase()
    .replace(/:\d+$/, '')
    .replace(/^\[(.*)\]$/, '$1');

/**
 * Refuses whoever asks for another name than this server's: a page of another site that lets its own name lead here
 * (DNS rebinding) reads nothing, and no link is printed with a name that is somebody else's.
 *
 * An address in numbers is nobody's name, and the machine's own names are its own.
 * @param names further names, as in CIFRA_HOSTS
 */
export function refuseForeignHosts(names: readonly string[]): RequestHandler {
  const machine = hostname().toLowerCase();
  const own = new Set(['localhost', machine, `${machine}.local`, ...names]);
  return (request: Request, response: Response, next: NextFunction) => {
    const name = nameOf(request.headers.host ?? '');
    if (isIP(name) !== 0 || own.has(name)) return next();
    response.status(421).json({
      code: 'bad-request',
      detail: 'This server does not go by that name. Whoever runs it names it in CIFRA_HOSTS.',
    } satisfies RefusalView);
  };
}
