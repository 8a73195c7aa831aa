import { ID_OF, type Ids, NEVER, type Owned, RULES } from './routeRules';
import type { TestServer } from './testServer';

/** What a request is about: whose things it names, and by which link. */
export interface About extends Owned {
  readonly ids: Ids;
  readonly token: string;
}

/** A path with ids in it. */
function filled(path: string, { ids, token }: About): string {
  const id = ID_OF.find(([p]) => p.test(path))?.[1] ?? '';
  return path.replace(/\{(\w+)\}/g, (_whole, name: string) =>
    name === 'id'
      ? (ids[id] ?? NEVER)
      : name === 'token'
        ? token
        : name === 'instrument'
          ? 'flute'
          : name === 'format'
            ? 'json'
            : (ids[name] ?? NEVER),
  );
}

/** The address of a route, with the ids and the query that its rule says. */
export function addressOf(method: string, path: string, about: About): string {
  const query = RULES[`${method} ${path}`]?.query?.(about.ids);
  return `${filled(path, about)}${query === undefined ? '' : `?${query}`}`;
}

/** Sends what its rule says to a route. */
export function askRoute(agent: ReturnType<TestServer['agent']>, method: string, path: string, about: About) {
  const rule = RULES[`${method} ${path}`];
  const request = agent[method as 'get'](addressOf(method, path, about));
  const body = rule?.body?.(about.ids, about);
  if (body !== undefined) return request.send(body);
  return rule?.for === 'link' || /imports\/file$|account\/file$/.test(path)
    ? request.set('Content-Type', 'application/octet-stream')
    : request;
}
