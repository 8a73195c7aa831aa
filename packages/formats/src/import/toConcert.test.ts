import { instrumentOf, midi, notesOf, realize, type Score, type Written } from '@cifra/core';
import { readAbc } from '../abc/readAbc';
import { readMusicXml } from '../musicxml/readMusicXml';
import { intervalOf, usualLetters } from './toConcert';

const xml = (transposes: readonly string[], name = 'Clarinet', notes = 'C'): string => `<score-partwise version="4.0">
  <part-list><score-part id="P1"><part-name>${name}</part-name></score-part></part-list>
  <part id="P1">${transposes
    .map(
      (t, i) => `<measure number="${i + 1}"><attributes><divisions>1</divisions>
      ${i === 0 ? '<key><fifths>0</fifths></key><time><beats>4</beats><beat-type>4</beat-type></time>' : ''}${t}
      </attributes><note><pitch><step>${notes}</step><octave>5</octave></pitch><duration>4</duration><type>whole</type></note>
      </measure>`,
    )
    .join('')}</part></score-partwise>`;
const transposed = (chromatic: number, diatonic?: number): string =>
  `<transpose>${diatonic === undefined ? '' : `<diatonic>${diatonic}</diatonic>`}<chromatic>${chromatic}</chromatic></transpose>`;

function lineOf(read: ReturnType<typeof readMusicXml>) {
  if (!read.ok || read.value.kind !== 'line') throw new Error(JSON.stringify(read));
  const score: Score<Written> = read.value.score;
  return {
    owner: read.value.suggestedOwner,
    sounds: notesOf(score).map((n) => midi(n.pitch)),
    heard: notesOf(realize({ owner: read.value.suggestedOwner, source: score, partChoices: {} })).map((n) =>
      midi(n.pitch),
    ),
    keys: score.measures.map((m) => m.key?.fifths),
    problems: read.problems.map((p) => p.code),
  };
}

describe("the file's own transposition", () => {
  it('names the player where the catalogue has one', () => {
    expect(lineOf(readMusicXml(xml([transposed(-2, -1)])))).toEqual({
      owner: 'clarinet',
      sounds: [72],
      heard: [70],
      keys: [0],
      problems: [],
    });
  });

  // Written C sounds A on a clarinet in A, D on a trumpet in D, G on an alto flute. Common practice, no source.
  it.each([
    ['Clarinet in A', -3, -2, 69, 'Clarinet in A', 'A'],
    ['2. Clarinet in A (solo)', -3, -2, 69, '2. Clarinet in A (solo)', 'A'],
    ['Trumpet in D', 2, 1, 74, 'Trumpet in D', 'D'],
    ['Alto Flute', -5, -3, 67, 'Alto Flute', 'G'],
    ['Clarinet in A', -3, undefined, 69, 'Clarinet in A', 'A'],
    ['Clarinet in A', -3, 5, 69, 'Clarinet in A', 'A'],
  ])('gives a %s (%i, %s) a page of its own', (name, chromatic, diatonic, sound, called, inKey) => {
    const read = lineOf(readMusicXml(xml([transposed(chromatic, diatonic)], name)));
    // It stands as it was written, sounds as the file says, and nothing has to be said.
    expect(read).toMatchObject({ sounds: [72], heard: [sound], keys: [0], problems: [] });
    const { owner } = read;
    expect(owner === 'concert' ? owner : [instrumentOf(owner).name, instrumentOf(owner).inKey]).toEqual([
      called,
      inKey,
    ]);
  });

  it.each([
    ['Bugle in G', 7, 4, 79, 1],
    ['Part 3', -3, -2, 69, 3],
    ['', -3, -2, 69, 3],
  ])('brings “%s” in as it sounds, and says so', (name, chromatic, diatonic, sound, fifths) => {
    expect(lineOf(readMusicXml(xml([transposed(chromatic, diatonic)], name)))).toEqual({
      owner: 'concert',
      sounds: [sound],
      heard: [sound],
      keys: [fifths],
      problems: ['transposed'],
    });
  });

  it('is followed where it changes inside', () => {
    const read = lineOf(readMusicXml(xml([transposed(-2, -1), transposed(-3, -2), ''])));
    expect([read.owner, read.sounds, read.keys]).toEqual(['concert', [70, 69, 69], [-2, 3, undefined]]);
  });

  it('of ABC is taken as well', () => {
    const abc = (steps: number) => lineOf(readAbc(`X:1\nT:A\nM:4/4\nL:1/4\nK:C transpose=${steps}\nc4|`));
    expect([abc(-2).sounds, abc(-2).problems]).toEqual([[72], []]);
    expect(abc(-2).owner).not.toBe('concert');
    expect(abc(-3)).toMatchObject({ owner: 'concert', sounds: [69], problems: ['transposed'] });
  });

  it('is an interval, spelled', () => {
    expect(intervalOf({ chromatic: -3, diatonic: -2 })).toEqual({ fifths: 3, octaves: -2 });
    expect([-14, -9, -7, -3, -2, 2, 3, 12].map(usualLetters)).toEqual([-8, -5, -4, -2, -1, 1, 2, 7]);
  });
});
