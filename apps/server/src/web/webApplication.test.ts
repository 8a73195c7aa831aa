import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startTestServer, type TestServer } from '../testing/testServer';

let server: TestServer;
let folder: string;
let outside: string;
beforeAll(async () => {
  outside = mkdtempSync(join(tmpdir(), 'cifra-web-'));
  folder = join(outside, 'web');
  mkdirSync(join(folder, 'assets'), { recursive: true });
  writeFileSync(join(outside, 'secret.txt'), 'private');
  writeFileSync(join(folder, 'index.html'), '<meta content="__NONCE__">');
  writeFileSync(join(folder, 'assets', 'page-1.js'), 'export {};');
  server = await startTestServer({ webFolder: folder });
});
afterAll(async () => {
  await server.stop();
  rmSync(outside, { recursive: true, force: true });
});

describe('the web application from the server', () => {
  it('is one page at every address of a person, with a nonce of its own each time', async () => {
    const pages = await Promise.all(
      ['/shelf', '/p/some-link', '/no/such/place'].map((path) =>
        server.agent().get(path).expect(200).expect('Content-Type', /html/).expect('Cache-Control', 'no-cache'),
      ),
    );
    const nonces = pages.map((p) => /content="(.+)"/.exec(p.text)?.[1]);
    expect(new Set(nonces).size).toBe(3);
    pages.forEach((p, i) => expect(p.headers['content-security-policy']).toContain(`'nonce-${nonces[i] ?? ''}'`));
  });

  it('keeps files for ever, and says of one that is gone that it is, without the page in its place', async () => {
    await server
      .agent()
      .get('/assets/page-1.js')
      .expect(200)
      .expect('Cache-Control', /immutable/);
    const gone = await server.agent().get('/assets/page-0.js').expect(404).expect('Cache-Control', 'no-store');
    expect(gone.body).toEqual({ code: 'not-found', detail: 'There is no such file. Load the page again.' });
    for (const path of [
      '/assets/%2e%2e/%2e%2e/secret.txt',
      '/assets/%2e%2e%2f%2e%2e%2fsecret.txt',
      '/%2e%2e%2fsecret.txt',
      '/assets/..%5c..%5csecret.txt',
    ])
      expect((await server.agent().get(path)).text).not.toContain('private');
  });

  it('leaves the API its own answers', async () => {
    await server.agent().get('/api/no-such-route').expect(404).expect('Content-Type', /json/);
  });
});
