import { spawn } from 'node:child_process';
import { chmodSync, mkdirSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { BROWSER } from '../lib/browser.mjs';
import { findPort } from '../lib/server.mjs';
import { ROOT } from '../lib/steps.mjs';
import { clientOf, FIRST_PORT, healthy } from './world.mjs';

const SLOW_MS = 60_000;
/** A line as none of the demo's: a pickup, five beats, ties over bars, endings, another key, rests first and last. */
const LINE = 'X:1\nT:Gate Five\nM:5/4\nL:1/4\nK:F\nz|:F G A B c-|c A G F2|1 G A B c d-|d5:|2 [K:D] D E F A d|D4 z|]';
const TITLE = 'Gate Five';

/** Every process that has this one as an ancestor, itself last. */
function family(pid) {
  const children = readdirSync('/proc')
    .filter((name) => /^\d+$/.test(name))
    .map(Number)
    .filter((other) => {
      try {
        return Number(/^\d+ \(.*\) \S (\d+)/s.exec(readFileSync(`/proc/${other}/stat`, 'utf8'))?.[1]) === pid;
      } catch {
        return false;
      }
    });
  return [...children.flatMap(family), pid];
}

/** Cifra as a school starts it. */
function begin(home, port) {
  const child = spawn('node', [join(ROOT, 'scripts/start.mjs')], {
    env: { ...process.env, CIFRA_FOLDER: home, PORT: String(port), LOG_LEVEL: 'silent' },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  let said = '';
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk) => (said += chunk));
  const ended = new Promise((resolve) => child.once('exit', resolve));
  return {
    lastWords: () => said,
    /** The power goes: everything at once, nobody is asked. */
    async pullThePlug() {
      for (const pid of family(child.pid))
        try {
          process.kill(pid, 'SIGKILL');
        } catch {
          // Gone with its parent.
        }
      await ended;
    },
    async end() {
      child.kill('SIGTERM');
      await ended;
    },
  };
}

/**
 * A week through the real interface: two windows, a phone that goes home, an absent pupil, a pulled plug and a stranger
 * at the door.
 * @param say is told what has been lived through
 * @throws where something that was done is not there, or something that is said is not so
 */
export async function weekTrial(folder, say) {
  const { chromium, expect: plain } = await import('@playwright/test');
  const expect = plain.configure({ timeout: SLOW_MS });
  const home = join(folder, 'home');
  mkdirSync(home);
  chmodSync(home, 0o755);
  const port = await findPort(FIRST_PORT);
  const base = `http://127.0.0.1:${port}`;
  let cifra = begin(home, port);
  const browser = await chromium.launch({
    ...BROWSER,
    args: [...BROWSER.args, '--use-fake-ui-for-media-stream', '--use-fake-device-for-media-stream'],
  });
  try {
    await healthy({ base, lastWords: cifra.lastWords }, 120);
    const desk = await browser.newContext({ baseURL: base, viewport: { width: 1280, height: 800 } });
    const [one, two] = [await desk.newPage(), await desk.newPage()];
    const button = (page, name) => page.getByRole('button', { name, exact: true });
    const said = (page, words) => expect(page.getByText(words).first()).toBeVisible();
    const asked = async (path) => (await one.request.get(path)).json();

    say('Monday: a line from text, begun in one window and gone on with in another');
    await one.goto('/');
    await button(one, 'Open the demo as Mara').click();
    await expect(one.getByRole('heading', { name: 'Shelf' })).toBeVisible();
    await one.goto('/bring');
    await one.getByLabel('Or paste ABC text').fill(LINE);
    await expect(one.locator('.sheet svg').first()).toBeVisible();
    await button(one, 'Keep it and make the parts').click();
    await expect(one).toHaveURL(/\/parts\//);
    const id = /exercises\/([^/]+)\//.exec(one.url())?.[1] ?? '';
    const write = `/exercises/${id}/write`;
    await Promise.all([one.goto(write), two.goto(write)]);
    const saved = (page) => expect(page.getByRole('status').filter({ hasText: /^Saved/ })).toBeVisible();
    const caret = (page) => expect(page.getByTestId('caret')).toBeVisible();
    await Promise.all([caret(one), caret(two)]);
    await two.keyboard.press('Control+Home');
    await two.getByTestId('desk').focus();
    await two.keyboard.press('x');
    const lettersOf = async () =>
      (await asked(`/api/exercises/${id}`)).document.source.measures
        .map((m) => m.events.map((e) => e.pitch?.step ?? 'R').join(''))
        .join('|');
    const first = await lettersOf();
    await one.getByTestId('desk').focus();
    await one.keyboard.press('g');
    await saved(one);
    await expect.poll(lettersOf).not.toBe(first);
    const monday = await lettersOf();

    say('Monday: set for the class from bar 3 on, with a link for everybody');
    await one.goto('/class?see=assignments');
    await button(one, 'Set a line').click();
    const dialog = one.getByRole('dialog', { name: 'Set a line' });
    await dialog.getByLabel('Which line').selectOption({ label: TITLE });
    await dialog.getByLabel('From bar').fill('3');
    await button(dialog, 'Set it').click();
    await said(one, /Gate Five, bars 3 to \d/);
    await one.goto('/class?see=links');
    await button(one, 'Make a link for everybody').click();
    await said(one, /links are made\./);
    const [group] = await asked('/api/classes');
    const pupils = await asked(`/api/classes/${group.id}/pupils`);
    const links = await asked(`/api/classes/${group.id}/links`);
    const mine = links.find((l) => l.pupilId === pupils[0].id);

    say('Tuesday: a phone opens the link at school, goes home, and plays there without a network');
    const bag = await browser.newContext({
      baseURL: base,
      viewport: { width: 360, height: 640 },
      hasTouch: true,
      permissions: ['microphone'],
    });
    let phone = await bag.newPage();
    await phone.goto(`/p/${mine.token}`);
    await said(phone, 'Works at home without a network.');
    await phone.close();
    await bag.setOffline(true);
    phone = await bag.newPage();
    await phone.goto(`/p/${mine.token}`);
    await phone.getByRole('button', { name: /^The piece/ }).tap();
    await phone.getByRole('button', { name: 'How it is practised' }).tap();
    await phone.getByRole('checkbox', { name: 'Done: Count it aloud' }).tap();
    await phone.getByRole('tab', { name: 'Listen' }).tap();
    await phone.getByRole('button', { name: 'Record a take' }).tap();
    const handIn = phone.getByRole('button', { name: 'Hand in the recording' });
    await expect(handIn).toBeVisible({ timeout: 2 * SLOW_MS });
    await handIn.tap();
    await said(phone, /Your take waits on this phone/);
    await phone.close();

    say('Wednesday: the plug is pulled while the teacher writes, and the teacher writes on');
    await one.goto(write);
    await caret(one);
    await one.keyboard.press('Control+End');
    await one.getByTestId('desk').focus();
    await one.keyboard.press('a');
    await cifra.pullThePlug();
    await one.keyboard.press('b');
    await said(one, /Kept here until the server is back/);
    await one.keyboard.press('c');
    cifra = begin(home, port);
    await healthy({ base, lastWords: cifra.lastWords }, 120);
    await saved(one);
    await expect.poll(lettersOf).not.toBe(monday);
    const wednesday = await lettersOf();
    await two.goto(write);
    await caret(two);
    if ((await lettersOf()) !== wednesday) throw new Error('another window changed what was written');

    say('Wednesday: the phone finds a network, and the take arrives with its sound');
    await bag.setOffline(false);
    phone = await bag.newPage();
    await phone.goto(`/p/${mine.token}`);
    await expect.poll(async () => (await asked(`/api/classes/${group.id}/hand-ins`)).length).toBe(1);
    const [take] = await asked(`/api/classes/${group.id}/hand-ins`);
    if (!take.hasSound || take.pupil !== pupils[0].name) throw new Error(`not that take: ${JSON.stringify(take)}`);
    await expect
      .poll(async () => (await asked(`/api/exercises/${id}/practice`)).find((p) => p.pupilId === pupils[0].id)?.rungs)
      .toContain('count');

    say('Thursday: a stranger at the door gets nothing, and nobody is locked out');
    const stranger = await browser.newContext({ baseURL: base });
    for (const path of [`/api/exercises/${id}`, `/api/classes/${group.id}/pupils`, '/api/account/file'])
      if ((await stranger.request.get(path)).status() !== 401) throw new Error(`${path} was answered`);
    for (let i = 0; i < 30; i++) await stranger.request.get(`/api/links/open/${'x'.repeat(20)}${i}`);
    if ((await stranger.request.get('/api/session', { headers: { host: 'elsewhere.example' } })).status() !== 421)
      throw new Error('a foreign name was answered');
    const guess = await stranger.newPage();
    await guess.goto(write);
    await expect(guess).toHaveURL(/sign-in/);
    await stranger.close();
    await phone.reload();
    await expect(phone.getByRole('heading', { name: TITLE })).toBeVisible();
    await bag.close();

    say('Friday: the lesson, with somebody absent, while another window adds a pupil');
    const [here, notYet, absent] = pupils;
    await two.goto('/class?see=pupils');
    await expect(two.getByLabel('Name of pupil 1', { exact: true })).toBeVisible();
    await one.goto('/class?see=lesson');
    await one.getByRole('tab', { name: 'After the lesson' }).click();
    const went = (p) => one.getByLabel(`How it went, ${p.name}`);
    await went(here).getByRole('radio', { name: 'has it' }).click();
    await went(notYet).getByRole('radio', { name: 'not yet' }).click();
    await one.getByLabel(`Remark on ${notYet.name}`).fill('the tie over the bar');
    await went(absent).getByRole('radio', { name: 'absent' }).click();
    await one.getByRole('button', { name: /^Write down: / }).click();
    await said(one, 'the tie over the bar');
    await button(two, 'Add a pupil').click();
    await two
      .getByLabel(/^Name of pupil/)
      .last()
      .fill('Nova');
    await button(two, 'Save the pupils').click();
    await expect(button(two, 'Save the pupils')).toHaveCount(0);
    const log = await asked(`/api/classes/${group.id}/log`);
    const wrote = new Map(log.map((l) => [l.pupilId, l]));
    if (log.length !== 3 || wrote.get(absent.id)?.absent !== true || wrote.get(notYet.id)?.done !== false)
      throw new Error(`the lesson was not written down as it was said: ${JSON.stringify(log)}`);
    const now = await asked(`/api/classes/${group.id}/pupils`);
    if (now.length !== pupils.length + 1) throw new Error(`${now.length} pupils, not ${pupils.length + 1}`);

    say('Friday: the plug once more, in the middle of nothing; everything is as it was');
    const before = await everything(home);
    await cifra.pullThePlug();
    cifra = begin(home, port);
    await healthy({ base, lastWords: cifra.lastWords }, 120);
    const after = await everything(home);
    if (before !== after) throw new Error(`before ${before}\nafter ${after}`);
    await one.goto('/class?see=record');
    await said(one, absent.name);
  } finally {
    await browser.close();
    await cifra.end();
  }
}

/** All rows of what people did, counted and summed. */
async function everything(home) {
  const { databaseUrl } = JSON.parse(readFileSync(join(home, 'running.json'), 'utf8'));
  const client = await clientOf(databaseUrl);
  const tables = ['exercises', 'revisions', 'classes', 'pupils', 'assignments', 'lesson_log', 'links', 'hand_ins'];
  const sums = [];
  for (const table of [...tables, 'practice', 'practice_days', 'kit', 'met']) {
    const { rows } = await client.query(
      `select count(*)::int as n, md5(string_agg(t::text, '' order by t::text)) as sum from ${table} t`,
    );
    sums.push(`${table} ${rows[0].n} ${rows[0].sum}`);
  }
  await client.end();
  return sums.join('; ');
}
