import fc from 'fast-check';
import { arbitraryExercise } from '../testing/arbitraryScore';
import { line } from '../testing/line';
import type { Exercise } from './exercise';
import { MAX_NOTES } from './limits';
import { readExercise } from './exerciseSchema';

const good = (): Exercise => ({ owner: 'concert', source: line('C4 D4 E4 F4'), partChoices: {} });

describe('a document from outside', () => {
  it('is itself again after JSON', () => {
    fc.assert(
      fc.property(arbitraryExercise(), (e) => {
        const read = readExercise(JSON.parse(JSON.stringify(e)));
        expect(read.ok && read.value).toEqual(e);
      }),
    );
  });

  it.each<[string, (e: Exercise) => unknown, string]>([
    ['an unknown instrument', (e) => ({ ...e, owner: 'kazoo' }), 'owner'],
    [
      'a pitch that is none',
      (e) => JSON.parse(JSON.stringify(e).replace('"step":"C"', '"step":"H"')),
      'source.measures.0.events.0.pitch.step',
    ],
    ['a field nobody asked for', (e) => ({ ...e, admin: true }), ''],
    ['an id twice', (e) => JSON.parse(JSON.stringify(e).replace('"n2"', '"n1"')), 'source.measures'],
    [
      'a slur to nowhere',
      (e) => ({ ...e, source: { ...e.source, slurs: [{ from: 'n1', to: 'n99' }] } }),
      'source.slurs',
    ],
    [
      'a key of nine sharps',
      (e) => JSON.parse(JSON.stringify(e).replace('"fifths":0', '"fifths":9')),
      'source.measures.0.key.fifths',
    ],
    ['nothing at all', () => null, ''],
  ])('with %s is refused, and the path is named', (_what, spoil, path) => {
    const read = readExercise(spoil(good()));
    expect(read.ok).toBe(false);
    expect(read.problems[0]).toMatchObject({ code: 'bad-document', severity: 'error', facts: { path } });
  });

  it('may be empty: a line that is yet to be written', () => {
    expect(
      readExercise({
        owner: 'concert',
        source: { ...line('C4'), measures: [{ ...line('C4').measures[0], events: [] }] },
        partChoices: {},
      }).ok,
    ).toBe(true);
  });

  it('with five lines is refused', () => {
    expect(readExercise({ ...good(), otherLines: [1, 2, 3].map(() => good().source) }).ok).toBe(true);
    expect(readExercise({ ...good(), otherLines: [1, 2, 3, 4].map(() => good().source) }).ok).toBe(false);
  });

  /** Bars of four quarters, so many notes in all. */
  const long = (notes: number): Exercise => ({
    ...good(),
    source: line(Array.from({ length: notes / 4 }, () => 'C4 D4 E4 F4').join(' | ')),
  });

  it('has at most so many notes and rests, all lines together, and says how many it has', () => {
    expect(readExercise(long(MAX_NOTES)).ok).toBe(true);
    const two = { ...long(MAX_NOTES / 2), otherLines: [long(MAX_NOTES / 2).source] };
    expect(readExercise(two).ok).toBe(true);
    for (const more of [long(MAX_NOTES + 4), { ...two, otherLines: [...two.otherLines, good().source] }])
      expect(readExercise(more).problems).toEqual([
        { code: 'line-too-long', severity: 'error', facts: { notes: MAX_NOTES + 4, limit: MAX_NOTES } },
      ]);
  });

  it.each<[string, (e: Exercise, many: object[]) => unknown]>([
    ['bars', (e, many) => ({ ...e, source: { ...e.source, measures: many } })],
    ['notes', (e, many) => ({ ...e, source: { ...e.source, measures: [{ id: 'm1', events: many }] } })],
    ['slurs', (e, many) => ({ ...e, source: { ...e.source, slurs: many } })],
    ['hairpins', (e, many) => ({ ...e, source: { ...e.source, hairpins: many } })],
    ['lines', (e, many) => ({ ...e, otherLines: many })],
    ['things not taken', (e, many) => ({ ...e, notTaken: many })],
    ['choices', (e, many) => ({ ...e, partChoices: { ...many } })],
    ['pupils', (e, many) => ({ ...e, pupilChoices: { ...many } })],
    ['figures of a pupil', (e, many) => ({ ...e, pupilChoices: { mara: { alternatives: { ...many } } } })],
  ])('with 100,000 %s is refused before any of them is looked at', (_what, spoil) => {
    let looks = 0;
    const one = new Proxy({}, { get: () => void looks++, ownKeys: () => (looks++, []) });
    expect(readExercise(spoil(good(), new Array<object>(100_000).fill(one))).ok).toBe(false);
    // Bars alone are counted by what is in them, up to as many as there may be.
    expect(looks).toBeLessThan(2_000);
  });

  it('is refused in few words, however much is wrong', () => {
    const read = readExercise({
      ...good(),
      ...Object.fromEntries(Array.from({ length: 5_000 }, (_, i) => [`x${i}`, 1])),
    });
    expect(JSON.stringify(read.problems).length).toBeLessThan(1_000);
  });

  it('with an id twice in its second line is refused, and the line is named', () => {
    const spoiled = JSON.parse(JSON.stringify(good().source).replace('"n2"', '"n1"')) as unknown;
    expect(readExercise({ ...good(), otherLines: [spoiled] }).problems[0]?.facts).toMatchObject({
      path: 'otherLines.0.measures',
    });
  });
});
