import fc from 'fast-check';
import { conventionsOf, DEFAULT_CONVENTIONS } from '../convention/conventions';
import { chartNotes } from '../part/chart';
import { derivePart } from '../part/derivePart';
import { invert, transpose } from '../pitch/interval';
import { type Concert, midi, parsePitch, pitchText, type Written } from '../pitch/pitch';
import { notesOf } from '../score/walk';
import { ANY_INSTRUMENT_IDS } from '../testing/anyInstrument';
import { line } from '../testing/line';
import { noteAt } from '../testing/notes';
import { canPlay, fingerMidi } from './finger';
import type { CatalogueId, Instrument, InstrumentId } from './instrument';
import { INSTRUMENTS } from './instrument.data';
import { inScoreOrder, instrumentOf, instrumentsWith, isInstrumentId, likeOf } from './instrumentOf';
import { type OwnInstrument, ownId, ownProblem, readOwnId, widestRange } from './ownInstrument';
import { figureQuestion, taughtAs } from './taught';

const C4 = parsePitch<Written>('C4');

/** An own instrument in few words; its range is all that has a figure. */
function own(name: string, like: CatalogueId, sounds: string, more: Partial<OwnInstrument> = {}): OwnInstrument {
  const known = instrumentOf(like);
  const fingeredAs = more.fingeredAs ?? C4;
  return {
    name,
    like,
    sounds: parsePitch(sounds),
    fingeredAs,
    clef: known.clefs[0],
    range: widestRange({ fingeredAs }, known),
    openOnly: false,
    ...more,
  };
}
const made = (o: OwnInstrument): Instrument => instrumentOf(ownId(o));
const figureText = (i: Instrument, note: string, conventions = DEFAULT_CONVENTIONS): string => {
  const found = fingerMidi(i, midi(parsePitch(note)), conventions);
  if (found.kind !== 'playable') return found.because;
  const { figure } = found;
  if (figure.kind === 'valves') return `${figure.thumb === true ? 'T' : ''}${figure.valves.join('') || '0'}`;
  return figure.kind === 'slide' ? String(figure.position) : [...figure.left, '|', ...figure.right].join(' ');
};
const reads = (i: Instrument, concert: string): string => pitchText(transpose(parsePitch(concert), i.toWritten));

describe("an instrument of a teacher's own", () => {
  // Transpositions and figures: common practice, no source.
  it.each([
    ['Clarinet in A', own('Clarinet in A', 'clarinet', 'A3'), 'C4', 'Eb4', 'A'],
    ['Alto flute', own('Alto flute', 'flute', 'G3'), 'C4', 'F4', 'G'],
    ['Trumpet in C', own('Trumpet in C', 'trumpet', 'C4'), 'C4', 'C4', undefined],
    ['Trumpet in E♭', own('Trumpet in E♭', 'trumpet', 'Eb4'), 'Eb4', 'C4', 'E♭'],
    ['Trumpet in D', own('Trumpet in D', 'trumpet', 'D4'), 'D4', 'C4', 'D'],
    ['Bass flute', own('Bass flute', 'flute', 'C3'), 'C3', 'C4', undefined],
  ])('%s reads where it should', (name, o, concert, written, inKey) => {
    const i = made(o);
    expect([i.name, reads(i, concert), i.inKey]).toEqual([name, written, inKey]);
    expect(i.ranges.full).toEqual(instrumentOf(o.like).ranges.full);
    for (const p of ['C4', 'F4', 'G4', 'Bb4', 'D5']) expect(figureText(i, p)).toBe(figureText(instrumentOf(o.like), p));
  });

  it('is fingered as the note that lies as far away as said', () => {
    // A tuba in C reads as it sounds and has open C, G, C; E♭ tenor parts of a slide start at E♭.
    const tuba = made(own('C tuba', 'tuba', 'C4', { fingeredAs: parsePitch('Bb3') }));
    expect(['C2', 'G2', 'C3', 'D2', 'E2', 'F2', 'B1'].map((n) => figureText(tuba, n))).toEqual([
      '0',
      '0',
      '0',
      '13',
      '12',
      '1',
      '2',
    ]);
    expect(tuba.firstNotes.map(pitchText)).toEqual(['C2', 'D2', 'E2', 'F2', 'G2']);
    const alto = made(own('Alto trombone', 'trombone', 'C4', { fingeredAs: parsePitch('G3'), clef: 'alto' }));
    expect(['Eb3', 'Bb3', 'Eb4', 'D4', 'C4', 'Db4'].map((n) => figureText(alto, n))).toEqual([
      '1',
      '1',
      '1',
      '2',
      '4',
      '3',
    ]);
    expect(alto.clefs).toEqual(['alto']);
  });

  it('without valves it has the open notes alone', () => {
    const bugle = made(own('Bugle', 'trumpet', 'Bb3', { openOnly: true }));
    const played = ['C4', 'D4', 'E4', 'F4', 'G4', 'C5', 'E5', 'G5'].filter((n) => figureText(bugle, n) === '0');
    expect(played).toEqual(['C4', 'G4', 'C5', 'E5', 'G5']);
    expect(figureText(bugle, 'D4')).toBe('no-figure');
    expect(bugle.firstNotes.map(pitchText)).toEqual(['C4', 'G4']);
    // A page says so of every note that it does not have, and its chart leaves them out.
    const part = derivePart(line<Concert>('Bb3 C4 D4 F4'), bugle, 'concert', { octaves: 0 });
    expect([part.unplayable.length, part.outside.length]).toEqual([2, 0]);
    expect(chartNotes(bugle, 'first-octave').map(pitchText)).toEqual(['C4', 'G4', 'C5']);
  });

  it('can play what has a figure, and nothing else', () => {
    for (const i of ANY_INSTRUMENT_IDS.map(instrumentOf))
      for (let n = 20; n < 110; n++)
        expect([i.id, n, canPlay(i, n)]).toEqual([i.id, n, fingerMidi(i, n, DEFAULT_CONVENTIONS).kind === 'playable']);
  });

  it('described by a sister it is what the catalogue has', () => {
    let compared = 0;
    for (const a of INSTRUMENTS)
      for (const b of INSTRUMENTS) {
        if (a.system.kind !== 'woodwind' || b.system.kind !== 'woodwind') continue;
        if (a.system.woodwind !== b.system.woodwind || a.system.halfHole !== b.system.halfHole) continue;
        const sounds = transpose(C4, invert(b.toWritten));
        const fingeredAs = parsePitch<Written>(
          b.system.shift === a.system.shift ? 'C4' : (SHIFTED[b.system.shift - a.system.shift] ?? 'C4'),
        );
        const widest = widestRange({ fingeredAs }, a);
        const range = {
          low: midi(widest.low) > midi(b.ranges.full.low) ? widest.low : b.ranges.full.low,
          high: midi(widest.high) < midi(b.ranges.full.high) ? widest.high : b.ranges.full.high,
        };
        const o: OwnInstrument = { ...own(b.name, a.id as CatalogueId, 'C4'), sounds, fingeredAs, range };
        const i = made(o);
        expect([b.id, a.id, reads(i, 'Bb3')]).toEqual([b.id, a.id, reads(b, 'Bb3')]);
        for (let n = midi(range.low); n <= midi(range.high); n++) {
          expect(fingerMidi(i, n, DEFAULT_CONVENTIONS)).toEqual(fingerMidi(b, n, DEFAULT_CONVENTIONS));
          compared += 1;
        }
      }
    expect(compared).toBeGreaterThan(1000);
  });
  /** The note that has the figure of middle C on an instrument read so many half steps lower. */
  const SHIFTED: Readonly<Record<number, string>> = {
    5: 'G3',
    [-5]: 'F4',
    [-19]: 'G5',
    19: 'F2',
    [-24]: 'C6',
    24: 'C2',
  };

  it('is taught as the one it is described by, but for the clef', () => {
    const horn = ownId(own('Horn in E♭', 'horn', 'Eb3'));
    expect([figureQuestion(horn), likeOf(horn), likeOf('horn')]).toEqual(['horn', 'horn', undefined]);
    expect(figureText(taughtAs(horn, conventionsOf({ horn: 'double' })), 'C5')).toBe(
      figureText(taughtAs('horn', conventionsOf({ horn: 'double' })), 'C5'),
    );
    const low = ownId(own('Bass trumpet', 'euphonium', 'C4'));
    expect(taughtAs(low, conventionsOf({ euphonium: 'treble-clef' })).clefs).toEqual(['bass']);
    expect(figureQuestion(ownId(own('Alto flute', 'flute', 'G3')))).toBe('fluteBFlat');
  });

  it('has a short name that fits before a score, and stands beside the one it is like', () => {
    const [flute, piccolo] = [ownId(own('Alto flute', 'flute', 'G3')), ownId(own('Fife', 'piccolo', 'Bb4'))];
    expect([instrumentOf(flute).shortName, instrumentOf(piccolo).shortName]).toEqual(['Fl. (G)', 'Fife']);
    expect(inScoreOrder(['tuba', flute, 'clarinet', piccolo, 'flute', flute])).toEqual([
      piccolo,
      'flute',
      flute,
      'clarinet',
      'tuba',
    ]);
    expect(instrumentsWith([flute, 'tuba'])).toHaveLength(INSTRUMENTS.length + 1);
  });

  it('plays the class unison where it says, in its first octave', () => {
    for (const { id, ranges } of INSTRUMENTS)
      for (const sounds of ['A3', 'G3', 'D4', 'Eb3', 'C4', 'F3', 'Db4', 'Ab3']) {
        const i = made(own('Own', id as CatalogueId, sounds));
        const unison = midi(parsePitch(reads(i, `Bb${i.unisonOctave}`)));
        expect(unison).toBeGreaterThanOrEqual(midi(ranges['first-octave'].low));
        expect(unison).toBeLessThan(midi(ranges['first-octave'].low) + 12);
      }
  });

  it('keeps its stages inside the range that the teacher gave', () => {
    const range = { low: parsePitch<Written>('C4'), high: parsePitch<Written>('A4') };
    const small = made(own('Small', 'alto-saxophone', 'C4', { range }));
    for (const { low, high } of Object.values(small.ranges)) {
      expect(midi(low)).toBeGreaterThanOrEqual(midi(range.low));
      expect(midi(high)).toBeLessThanOrEqual(midi(range.high));
      expect(midi(low)).toBeLessThanOrEqual(midi(high));
    }
    expect(small.firstNotes.map(pitchText)).toEqual(['G4', 'A4']);
    const part = derivePart(line<Concert>('C4 D4 E4 F4 | G4:w'), small, 'concert');
    expect(notesOf(part.score)).toHaveLength(5);
  });
});

describe('the id of an own instrument', () => {
  const arbitrary = fc
    .record({
      name: fc
        .string({ unit: 'grapheme', minLength: 1, maxLength: 20 })
        .filter((n) => n.trim() === n && !/\p{C}/u.test(n)),
      like: fc.constantFrom(...INSTRUMENTS.map((i) => i.id as CatalogueId)),
      sounds: fc.constantFrom('A3', 'F#3', 'Bb2', 'Db4', 'C4', 'G5'),
      openOnly: fc.boolean(),
    })
    .map(({ name, like, sounds, openOnly }) => own(name, like, sounds, { openOnly }))
    .filter((o) => ownProblem(o, instrumentOf(o.like)) === undefined);

  it('is the whole description, safe in an address', () => {
    fc.assert(
      fc.property(arbitrary, (o) => {
        const id = ownId(o);
        expect(readOwnId(id)).toEqual(o);
        expect(encodeURIComponent(id)).toBe(id);
        expect(new URLSearchParams(`a=${id}`).get('a')).toBe(id);
        expect([isInstrumentId(id), instrumentOf(id).name]).toEqual([true, o.name]);
      }),
    );
  });

  it('exists for everything that can be described, whatever is chosen', () => {
    const refused: string[] = [];
    for (const { id: like, toWritten } of INSTRUMENTS)
      for (let finger = -12; finger <= 12; finger++)
        for (let sound = -14; sound <= 14; sound += 7) {
          const fingeredAs = noteAt(midi(C4) + finger);
          const sounds = noteAt(midi(transpose(C4, invert(toWritten))) + sound);
          const o = own('Own', like as CatalogueId, 'C4', { fingeredAs, sounds });
          if (ownProblem(o, instrumentOf(like)) === undefined && !isInstrumentId(ownId(o))) refused.push(ownId(o));
        }
    expect(refused).toEqual([]);
  });

  it('is refused where it describes nothing that can be played, or is not the one way to say it', () => {
    const good = ownId(own('Clarinet in A', 'clarinet', 'A3'));
    expect(good).toBe('own.clarinet.A3.C4.treble.E3-F6.all.Clarinet_in_A');
    const bad = [
      good.replace('clarinet', 'kazoo'),
      good.replace('A3', 'A9'),
      good.replace('A3', 'H3'),
      good.replace('E3-F6', 'E2-F6'),
      good.replace('E3-F6', 'E3-F7'),
      good.replace('E3-F6', 'E3-G3'),
      good.replace('E3-F6', 'F6-E3'),
      good.replace('treble', 'soprano'),
      good.replace('Clarinet_in_A', ''),
      good.replace('Clarinet_in_A', '_'),
      good.replace('Clarinet_in_A', '~a~'),
      good.replace('Clarinet_in_A', '~43~larinet'),
      good.replace('Clarinet_in_A', '~110000~'),
      good.replace('Clarinet_in_A', '~d800~'),
      good.replace('Clarinet_in_A', 'x'.repeat(41)),
      `${good}.`,
      'own',
      'own.',
      '',
      'toString',
    ];
    expect(bad.filter(isInstrumentId)).toEqual([]);
    for (const id of bad) expect(() => instrumentOf(id as InstrumentId)).toThrow(RangeError);
  });
});
