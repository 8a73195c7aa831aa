import { AsyncLocalStorage } from 'node:async_hooks';
import type { Server } from 'node:http';
import { DatabasePool } from '../db/database.module';
import type { TestServer } from './testServer';

/** A query's text and how many rows it got. */
type Query = readonly [text: string, rows: number];
type Ask = (query: { readonly text: string }, values: unknown) => Promise<{ readonly rowCount: number }>;

/** What the next request asks the database while `run` waits for its answer; the queue's own looks are left out. */
export async function queriesOfRequest(server: TestServer, run: () => Promise<unknown>): Promise<Query[]> {
  const pool = server.app.get(DatabasePool).pool as unknown as { query: Ask };
  const ask = pool.query.bind(pool);
  const isRequest = new AsyncLocalStorage<true>();
  const asked: Promise<Query>[] = [];
  const spy = jest.spyOn(pool, 'query').mockImplementation((query, values) => {
    const got = ask(query, values);
    if (isRequest.getStore() === true) asked.push(got.then(({ rowCount }) => [query.text, rowCount]));
    return got;
  });
  (server.app.getHttpServer() as Server).prependOnceListener('request', () => isRequest.enterWith(true));
  await run();
  spy.mockRestore();
  return Promise.all(asked);
}
