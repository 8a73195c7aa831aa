import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { ExerciseView, FirstView, OpenedLinkView } from '@cifra/contract';
import { openDemoClass } from '../testing/demoClass';
import type { TestServer } from '../testing/testServer';

const PHONE = 'Mozilla/5.0 (Linux; Android 10; K) Chrome/130.0.0.0 Mobile Safari/537.36';

let server: TestServer;
let mara: ReturnType<TestServer['agent']>;
let kite: ExerciseView;
let make: Awaited<ReturnType<typeof openDemoClass>>['makeLink'];
let folder: string;
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'cifra-first-'));
  mkdirSync(join(folder, 'assets'));
  writeFileSync(join(folder, 'index.html'), '<body><div id="root"></div><!--first-view--></body>');
  ({ server, mara, exercise: kite, makeLink: make } = await openDemoClass('Kite Weather', { webFolder: folder }));
});
afterAll(async () => {
  await server.stop();
  rmSync(folder, { recursive: true, force: true });
});

const pageOf = (path: string, agent = PHONE) => server.agent().get(path).set('User-Agent', agent).expect(200);
/** A page with its music: a busy server gives the plain one after a while, and the drawing is there for the next. */
async function pageWithMusic(path: string, agent = PHONE): Promise<string> {
  for (let tries = 0; tries < 20; tries += 1) {
    const { text } = await pageOf(path, agent);
    if (text.includes('id="first-view"')) return text;
  }
  throw new Error(`${path} came twenty times without its music`);
}
const dataOf = (html: string): FirstView =>
  JSON.parse(/<script type="application\/json" id="first-view-data">(.*)<\/script>/.exec(html)?.[1] ?? '') as FirstView;

describe("the page of a pupil's link", () => {
  it('comes with its first notes and with what the link shows, and stays with nobody on the way', async () => {
    const { token } = await make();
    await pageWithMusic(`/p/${token}`);
    const answer = await pageOf(`/p/${token}`);
    expect(answer.text.match(/class="note"/g)?.length).toBeGreaterThan(20);
    const view = dataOf(answer.text);
    const asked = (await server.agent().get(`/api/links/open/${token}`).expect(200)).body as OpenedLinkView;
    expect(view).toMatchObject({ token, opened: asked });
    expect(answer.headers).toMatchObject({
      'cache-control': 'private, no-store',
      'referrer-policy': 'no-referrer',
      'x-robots-tag': 'noindex',
    });
    // A wider screen has more bars to a line.
    expect(dataOf(await pageWithMusic(`/p/${token}`, 'Desktop')).strip.width).toBeGreaterThan(1.5 * view.strip.width);
  });

  it('is the plain page where there is nothing to show: the application says why', async () => {
    const closed = await make();
    await mara.delete(`/api/links/${closed.id}`).expect(204);
    for (const path of [`/p/${closed.token}`, '/p/never-was-a-link', '/p/', '/shelf', '/p/x/y']) {
      const answer = await pageOf(path);
      expect([path, answer.text]).toEqual([path, '<body><div id="root"></div></body>']);
      expect(answer.headers['cache-control']).toBe('no-cache');
    }
  });

  it('holds whatever a teacher wrote as text', async () => {
    const title = '</script><script>alert(1)</script> $& $1 <!--first-view-->';
    await mara
      .put(`/api/exercises/${kite.id}`)
      .send({
        version: kite.version,
        title,
        document: { ...kite.document, source: { ...kite.document.source, title }, note: '</script><b>' },
      })
      .expect(200);
    const { token } = await make();
    const text = await pageWithMusic(`/p/${token}`);
    expect(text).not.toContain('<script>');
    expect(text.match(/<\/script>/g)).toHaveLength(1);
    expect(text).toContain('<h1>&lt;/script&gt;');
    expect(dataOf(text).opened).toMatchObject({ title, exercise: { note: '</script><b>' } });
  });

  it('asks for a line that is none, or for two, and shows what the link itself shows', async () => {
    const { token } = await make();
    for (const query of ['line=', "line=' or 1=1", 'line=a&line=b', 'line[x]=1', `line=${'-'.repeat(36)}`])
      expect(dataOf(await pageWithMusic(`/p/${token}?${query}`)).line).toBeUndefined();
  });

  it('gives its part drawn otherwise to whoever has the link', async () => {
    const { token } = await make();
    const view = dataOf(await pageWithMusic(`/p/${token}`));
    const strip = (page: object, width = 8200, of = token) =>
      server
        .agent()
        .get(`/api/links/open/${of}/strip`)
        .query({ as: JSON.stringify({ page, widthMm100: width }) });
    const counted = { woodwind: [], brass: [{ row: 'count' }] };
    const { svg } = (await strip({ ...view.opened.page, rows: counted }).expect(200)).body as { svg: string };
    expect(svg).toMatch(/class="count"/);
    expect(svg).not.toMatch(/class="name"/);
    for (const wrong of [
      {},
      { ...view.opened.page, extra: 1 },
      { ...view.opened.page, rows: { brass: [{ row: 'x' }] } },
    ])
      await strip(wrong).expect(400);
    for (const width of [0, 1e9, 8200.5]) await strip(view.opened.page, width).expect(400);
    await server.agent().get(`/api/links/open/${token}/strip?as=%7B`).expect(400);
    await strip(view.opened.page, 8200, 'never-was-a-link').expect(404);
  });
});
