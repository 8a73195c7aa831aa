import type { IncomingMessage, ServerResponse } from 'node:http';
import type { Params } from 'nestjs-pino';
import { safeError } from '../refusal/safeError';

type Routed = IncomingMessage & { readonly route?: { readonly path?: unknown } };

/** What is written of a request when it is over: which route, never with which token, id, query or header. */
const routeOf = ({ route }: Routed): string => (typeof route?.path === 'string' ? route.path : 'a file or a page');

/** The log of a server: how requests ended and what went wrong, without a word of what was asked for or stored. */
export const requestLog = (level: string): Params => ({
  pinoHttp: {
    level,
    // The machine's name and the process are known to whoever reads its log.
    base: null,
    autoLogging: { ignore: (r) => r.url === '/health' || r.url?.startsWith('/assets') === true },
    wrapSerializers: false,
    customProps: (r) => ({ route: routeOf(r) }),
    // What failed is written by whoever caught it.
    customErrorObject: (_request, _response, _error, values: object) => ({ ...values, err: undefined }),
    serializers: {
      req: (r: IncomingMessage) => ({ method: r.method }),
      res: (r: ServerResponse) => ({ statusCode: r.statusCode }),
      err: safeError,
    },
  },
});
