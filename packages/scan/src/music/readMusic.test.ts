import { CLEFS, signaturePlaces } from '@cifra/core';
import { bar, clef, meter, note, score, seen, seenStaff, words } from '../testing';
import { measureOf } from './mend';
import type { Reading, SeenStaff } from './reading';
import { readMusic } from './readMusic';

const read = (...staves: SeenStaff[]): Reading => readMusic(staves);
const inWords = (...staves: SeenStaff[]): string[] => words(score(read(...staves)));

describe('a line read from what was seen', () => {
  it('has the letters of its clef', () => {
    const names = { treble: 'E4 whole', bass: 'G2 whole', alto: 'F3 whole', tenor: 'D3 whole' };
    for (const c of CLEFS)
      expect([c, ...inWords(seenStaff(clef(c), ...meter(4, 4), note('whole', 12, -4), bar(18, 'bar-final')))]).toEqual([
        c,
        names[c],
      ]);
  });

  it('has every signature of every clef, as common practice places its signs', () => {
    for (const c of CLEFS)
      for (let fifths = -7; fifths <= 7; fifths++) {
        const signs = signaturePlaces(fifths, c).map(({ alter, place }, i) =>
          seen(alter > 0 ? 'sharp' : 'flat', 5 + i, place - 4),
        );
        const reading = read(seenStaff(clef(c), ...signs, ...meter(4, 4, 14), note('whole', 20), bar(26)));
        expect([c, reading.bars[0]?.key?.fifths]).toEqual([c, fifths]);
      }
  });

  it('lets a sign hold to the end of its bar, at its own place, and no further', () => {
    const staff = seenStaff(
      clef(),
      seen('flat', 5, 0),
      ...meter(4, 4, 8),
      seen('sharp', 11, 1),
      note('quarter', 12.5, 1),
      note('quarter', 16, 1),
      note('quarter', 20, 0),
      seen('natural', 23, 0),
      note('quarter', 24.5, 0),
      bar(28),
      note('half', 31, 1),
      note('half', 36, 0),
      bar(40, 'bar-final'),
    );
    expect(inWords(staff)).toEqual(['C#5 quarter, C#5 quarter, Bb4 quarter, B4 quarter', 'C5 half, Bb4 half']);
  });

  it('tells a signature of one sign from a sign before a note', () => {
    const opening = seenStaff(clef(), ...meter(2, 4, 5), note('half', 12), bar(18));
    const second = seenStaff(clef(), seen('sharp', 6.2, 4), note('half', 7.8, 4), bar(14, 'bar-final'));
    expect(inWords(opening, second)).toEqual(['B4 half', 'F#5 half']);
    expect(read(opening, second).bars[1]?.key).toBeUndefined();
    // Where the staff before had it, it is the signature.
    const g = seenStaff(clef(), seen('sharp', 5, 4), ...meter(2, 4, 8), note('half', 13), bar(18));
    expect(read(g, second).bars[1]?.key).toBeUndefined();
    expect(score(read(g, second)).measures[1]?.events).toHaveLength(1);
  });

  it('takes dots, rests and threes, and fills each bar', () => {
    const staff = seenStaff(
      clef(),
      ...meter(4, 4),
      note('quarter', 12),
      seen('dot', 13.2, 1),
      note('eighth', 16, 1),
      seen('rest-quarter', 19),
      note('quarter', 22, 2),
      bar(25),
      note('eighth', 28),
      note('eighth', 30, 1),
      note('eighth', 32),
      seen('triplet', 30, 8),
      note('half', 36),
      seen('dot', 37.2, 1),
      bar(40, 'bar-final'),
    );
    expect(inWords(staff)).toEqual([
      'B4 quarter., C5 eighth, r quarter, D5 quarter',
      'B4 eighth/3, C5 eighth/3, B4 eighth/3, B4 half.',
    ]);
    expect(read(staff).doubts).toEqual([]);
  });

  it('lets the sum of a bar decide between two values, and asks about it', () => {
    const unsure = seen('note-quarter', 16, 0, 0.55, [['note-eighth', 0.4]]);
    const staff = seenStaff(
      clef(),
      ...meter(3, 4),
      note('quarter', 12),
      unsure,
      note('eighth', 20),
      note('quarter', 24),
      bar(28),
    );
    const both = readMusic([seenStaff(clef(), ...meter(3, 4), note('half', 12), seen('dot', 13.3, 1), bar(18)), staff]);
    expect(words(score(both))[1]).toBe('B4 quarter, B4 eighth, B4 eighth, B4 quarter');
    const [doubt] = both.doubts;
    expect(doubt).toMatchObject({ kind: 'length', bar: 1 });
    expect(doubt?.mendings[0]).toEqual({ kind: 'length', value: 'quarter', dots: 0 });
  });

  it('says where a bar does not add up, or nothing was seen in it', () => {
    const staff = seenStaff(
      clef(),
      ...meter(3, 4),
      note('half', 12),
      seen('dot', 13.2, 1),
      bar(18),
      note('half', 22),
      bar(28),
      bar(38),
      note('half', 42),
      seen('dot', 43.2, 1),
      bar(48, 'bar-final'),
    );
    expect(read(staff).doubts.map((d) => [d.kind, d.bar])).toEqual([
      ['sum', 1],
      ['empty', 2],
    ]);
    expect(inWords(staff)).toEqual(['B4 half.', 'B4 half', 'r bar', 'B4 half.']);
  });

  it('begins with a pickup, rests for many bars, and ends with what the pickup borrowed', () => {
    const staff = seenStaff(
      clef(),
      ...meter(3, 4),
      note('quarter', 12),
      bar(15),
      seen('rest-many', 22),
      seen('digit-1', 21.5, 7),
      seen('digit-2', 22.5, 7),
      bar(28),
      note('half', 32),
      bar(36, 'bar-final'),
    );
    const made = score(read(staff));
    expect(made.measures).toHaveLength(14);
    expect([made.measures[0]?.pickup, made.measures[1]?.multiRest]).toEqual([true, 12]);
    expect(words(made)[12]).toBe('r bar');
    expect(read(staff).doubts).toEqual([]);
    expect(measureOf(read(staff), 2)).toBe(13);
  });

  it('ties neighbours of one place over the bar line with their sign, and slurs the rest, over the end of a staff too', () => {
    const first = seenStaff(
      clef(),
      ...meter(2, 4),
      note('quarter', 12, 1),
      seen('sharp', 14.5, 1),
      note('quarter', 16, 1),
      bar(19),
      seen('curve-start', 16.5, -1),
      seen('curve-end', 21.5, -1),
      note('quarter', 22, 1),
      note('quarter', 26, 3),
      seen('curve-start', 26.5, 5),
      seen('curve-end', 31.5, 5),
      bar(30),
    );
    const second = seenStaff(
      clef(),
      seen('curve-start', 6.5, 5),
      note('quarter', 9, 2),
      seen('curve-end', 9.5, 5),
      note('quarter', 14),
      bar(18, 'bar-final'),
    );
    const made = score(read({ ...first, width: 335 }, second));
    expect(words(made).join(' | ')).toBe('C5 quarter, C#5 quarter~ | C#5 quarter, E5 quarter | D5 quarter, B4 quarter');
    expect(made.slurs).toEqual([{ from: 'n4', to: 'n5' }]);
  });

  it('has repeats, endings, jumps, wedges and marks where they stand', () => {
    const staff = seenStaff(
      clef(),
      ...meter(2, 4),
      bar(10, 'repeat-start'),
      note('half', 13),
      seen('segno', 12, 9),
      seen('mf', 13, -8),
      bar(18),
      seen('ending-1', 20, 9),
      note('half', 22),
      seen('fermata', 22, 7),
      bar(27, 'repeat-end'),
      seen('ending-stop', 27, 10),
      seen('ending-2', 29, 9),
      note('quarter', 31),
      seen('staccato', 31, 2),
      seen('accent', 34, -3),
      note('quarter', 34),
      seen('wedge-tip', 31, -8),
      seen('wedge-open', 34, -8),
      seen('word-ds', 33, 9),
      seen('word-coda', 36, 9),
      bar(38, 'bar-final'),
    );
    const [one, two, three] = score(read(staff)).measures;
    expect(one).toMatchObject({ repeatStart: true, navigation: ['segno'], events: [{ dynamic: 'mf' }] });
    expect(two).toMatchObject({ repeatEnd: true, ending: [1], events: [{ fermata: true }] });
    expect(three).toMatchObject({
      ending: [2],
      endBar: 'final',
      navigation: ['ds-coda'],
      events: [{ articulations: ['staccato'] }, { articulations: ['accent'] }],
    });
    expect(score(read(staff)).hairpins).toEqual([{ kind: 'crescendo', from: 'n3', to: 'n4' }]);
  });

  it('changes clef, signature and meter where they change', () => {
    const staff = seenStaff(
      clef(),
      ...meter(2, 4),
      note('half', 12),
      bar(17),
      seen('flat', 19, 0),
      seen('flat', 20, 3),
      ...meter(3, 4, 23),
      note('half', 27),
      seen('dot', 28.2, 1),
      seen('clef-f', 31, 2),
      bar(33),
      note('half', 37),
      seen('dot', 38.2, 1),
      bar(42, 'bar-final'),
    );
    const [, two, three] = score(read(staff)).measures;
    expect(two).toMatchObject({ key: { fifths: -2 }, meter: { beats: 3, unit: 4 } });
    expect(three?.clef).toBe('bass');
    expect(inWords(staff)).toEqual(['B4 half', 'Bb4 half.', 'D3 half.']);
  });

  it('takes what is said over what is seen, and finds a meter that stands nowhere', () => {
    const staff = seenStaff(
      clef(),
      note('quarter', 9),
      note('half', 12),
      bar(17),
      note('half', 20),
      note('quarter', 24),
      bar(28),
    );
    expect(read(staff).bars[0]?.meter).toEqual({ beats: 3, unit: 4 });
    const said = readMusic([staff], { clef: 'bass', fifths: -1, meter: { beats: 6, unit: 8 } });
    expect(said.bars[0]).toMatchObject({ clef: 'bass', key: { fifths: -1 }, meter: { beats: 6, unit: 8 } });
  });

  it('leaves out words, numbers and letters over the notes', () => {
    const staff = seenStaff(
      clef(),
      ...meter(2, 4),
      note('quarter', 12),
      seen('digit-2', 12, 8),
      note('quarter', 16),
      seen('digit-1', 16, 8),
      seen('rest-half', 16, 10, 0.6),
      bar(20, 'bar-final'),
    );
    expect(inWords(staff)).toEqual(['B4 quarter, B4 quarter']);
  });
});
