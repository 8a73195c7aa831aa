import fc from 'fast-check';
import { arbitraryExercise } from '../testing/arbitraryScore';
import { line } from '../testing/line';
import type { Exercise } from './exercise';
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

  it('with an id twice in its second line is refused, and the line is named', () => {
    const spoiled = JSON.parse(JSON.stringify(good().source).replace('"n2"', '"n1"')) as unknown;
    expect(readExercise({ ...good(), otherLines: [spoiled] }).problems[0]?.facts).toMatchObject({
      path: 'otherLines.0.measures',
    });
  });
});
