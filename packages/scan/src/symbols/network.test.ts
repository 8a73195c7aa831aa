import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { decode } from 'jpeg-js';
import { pitchText } from '@cifra/core';
import type { SeenStaff } from '../music/reading';
import { readMusic } from '../music/readMusic';
import { scoreOf } from '../music/scoreOf';
import { exercisesOf } from '../music/exercises';
import { inkOf } from '../picture/picture';
import { openPage } from '../staves/openPage';
import { stripOf } from '../staves/strip';
import { openNetwork } from '../testing/network';
import { findSymbols } from './findSymbols';

const FOLDER = join(__dirname, '../fixtures');
/** What was drawn on each page: for each exercise its notes, pitch and length. */
const PAGES = JSON.parse(readFileSync(join(FOLDER, 'pages.json'), 'utf8')) as {
  readonly file: string;
  readonly exercises: readonly (readonly string[])[];
}[];

/** Of the notes of the worn pages so many are right, in hundredths; what was measured is in docs/pictures.md. */
const LEAST_RIGHT = 96;

const { network, close } = openNetwork();
afterAll(close);

/** The exercises of a page as they are read: notes by pitch and length. */
async function exercisesOn(file: string): Promise<string[][]> {
  const { data, width, height } = decode(readFileSync(join(FOLDER, file)), { useTArray: true });
  const page = openPage(inkOf(new Uint8ClampedArray(data), width, height));
  if ('kind' in page) throw new Error(`${file}: ${page.kind}`);
  const seen: SeenStaff[] = [];
  for (const staff of page.staves) {
    const { picture } = stripOf(
      page.picture,
      staff,
      page.staves.filter((s) => s !== staff),
    );
    seen.push({ symbols: await findSymbols(picture, network), width: picture.width });
  }
  return exercisesOf(
    seen,
    page.staves.map((s) => s.joinedToNext),
  ).map(({ lines: [staves = []] }) => {
    const made = scoreOf(readMusic(staves.flatMap((i) => seen[i] ?? [])), '');
    if (!made.ok) return [];
    return made.value.measures
      .flatMap((m) => m.events)
      .flatMap((e) =>
        e.kind === 'note' ? `${pitchText(e.pitch)} ${e.duration.value}${'.'.repeat(e.duration.dots)}` : [],
      );
  });
}

/** How many of the notes that were drawn stand in the same order in what was read: the longest common row. */
function inOrder(a: readonly string[], b: readonly string[]): number {
  let row = new Array<number>(b.length + 1).fill(0);
  for (const x of a) {
    const next = [0];
    b.forEach((y, j) => next.push(x === y ? (row[j] ?? 0) + 1 : Math.max(row[j + 1] ?? 0, next[j] ?? 0)));
    row = next;
  }
  return row.at(-1) ?? 0;
}

describe('pages that other engravers drew and a camera wore', () => {
  let notes = 0;
  let right = 0;

  it.each(PAGES)('$file: all its exercises are read', async ({ file, exercises }) => {
    const read = await exercisesOn(file);
    expect(read).toHaveLength(exercises.length);
    exercises.forEach((drawn, i) => {
      notes += drawn.length;
      right += inOrder(drawn, read[i] ?? []);
    });
  });

  it('and nearly all of their notes', () => {
    expect(notes).toBeGreaterThan(350);
    expect((100 * right) / notes).toBeGreaterThan(LEAST_RIGHT);
  });
});
