import {
  chordText,
  durationQuarters,
  formatRational,
  type NavigationSign,
  notesOf,
  type Score,
  toNumber,
  UNISON,
  type Written,
} from '@cifra/core';
import { oddLine, runs } from '@cifra/core/testing';
import { readAbc } from './abc/readAbc';
import { writeAbc } from './abc/writeAbc';
import { readMusicXml } from './musicxml/readMusicXml';
import { writeMusicXml } from './musicxml/writeMusicXml';

/*
 * Lines as odd as real ones go out and come back: whatever a player would play otherwise is a fault.
 */

const FORMATS = {
  ABC: (score: Score<Written>) => readAbc(writeAbc(score)),
  MusicXML: (score: Score<Written>) => readMusicXml(writeMusicXml({ score, partName: 'Line', toConcert: UNISON })),
};

/** All that is played and sung of a line, bar by bar; words that say Fine are the sign for it. */
const played = (score: Score<Written>): unknown[] =>
  score.measures.map((m) => ({
    key: m.key?.fifths,
    clef: m.clef,
    meter: m.meter && `${m.meter.beats}/${m.meter.unit}`,
    isPickup: m.pickup === true,
    repeats: [m.repeatStart === true, m.repeatEnd === true, m.ending, m.multiRest],
    jumps: [
      ...new Set([...(m.navigation ?? []), ...(m.events.some((e) => e.words === 'Fine') ? ['fine'] : [])]),
    ].sort(),
    events: m.events.map((e) => [
      e.kind === 'note' ? `${e.pitch.step}${e.pitch.alter}${e.pitch.octave}` : 'rest',
      formatRational(durationQuarters(e.duration)),
      e.tupletPlace,
      e.dynamic,
      e.fermata === true,
      e.chord === undefined ? '' : chordText(e.chord),
      e.kind === 'note' && [e.tie === true, e.articulations ?? [], e.breathAfter === true],
      e.kind === 'note' && e.syllable,
    ]),
  }));

/** A way back for every third line, another for the next. */
function withJumps(score: Score<Written>, seed: number): Score<Written> {
  const last = score.measures.length - 1;
  const middle = Math.floor(last / 2);
  const signs: Readonly<Record<number, readonly NavigationSign[]>> =
    last < 4 || seed % 3 === 0
      ? {}
      : seed % 3 === 1
        ? { [middle]: ['fine'], [last]: ['dc-fine'] }
        : { 0: ['segno'], [middle - 1]: ['to-coda'], [middle]: ['ds-coda'], [middle + 1]: ['coda'] };
  return {
    ...score,
    measures: score.measures.map((m, i) => (signs[i] === undefined ? m : { ...m, navigation: signs[i] })),
  };
}

describe.each(Object.entries(FORMATS))('%s', (_name, back) => {
  it('brings odd lines back as they are played', () => {
    for (let seed = 1; seed <= runs(100); seed += 1) {
      const source = withJumps(oddLine(seed).exercise.source, seed);
      if (notesOf(source).length === 0) continue;
      const read = back(source);
      if (!read.ok || read.value.kind !== 'line') throw new Error(`${seed}: ${JSON.stringify(read.problems)}`);
      expect({ seed, problems: read.problems }).toEqual({ seed, problems: [] });
      expect({ seed, bars: played(read.value.score) }).toEqual({ seed, bars: played(source) });
    }
  });
});

it('measures a whole rest by the meter of its bar', () => {
  const read = readAbc('X:1\nT:A\nM:2/4\nL:1/4\nK:C\nC2|[M:5/4] z4 C|[M:3/8] z4|[M:2/2] z4|C4|\n');
  if (!read.ok || read.value.kind !== 'line') throw new Error(JSON.stringify(read));
  expect(read.problems).toEqual([]);
  expect(read.value.score.measures.map((m) => m.events.map((e) => toNumber(durationQuarters(e.duration))))).toEqual([
    [2],
    [4, 1],
    [1.5],
    [4],
    [4],
  ]);
});
