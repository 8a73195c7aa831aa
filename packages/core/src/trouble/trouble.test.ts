import type { InstrumentId } from '../instrument/instrument';
import { INSTRUMENTS } from '../instrument/instrument.data';
import { instrumentOf } from '../instrument/instrumentOf';
import { finger } from '../instrument/finger';
import { realize } from '../exercise/realize';
import { annotate } from '../part/annotate';
import { derivePart } from '../part/derivePart';
import { DEFAULT_TEACHING } from '../part/teaching';
import { midi, parsePitch, type Written } from '../pitch/pitch';
import { DEFAULT_CONVENTIONS } from '../convention/conventions';
import { line } from '../testing/line';
import { changeCost, haste, type Played, rangeEnds } from './changeCost';
import { partChanges, troubleSpots, WORTH_A_MARK } from './partTrouble';
import { TROUBLE_CAUSES, WEIGHTS } from './weights.data';

const played = (id: InstrumentId, note: string): Played => {
  const pitch = parsePitch<Written>(note);
  const fingering = finger(instrumentOf(id), pitch, DEFAULT_CONVENTIONS);
  if (fingering.kind !== 'playable') throw new Error(`${id} has no ${note}`);
  return { midi: midi(pitch), fingering };
};
const cost = (id: InstrumentId, change: string, seconds = 0.65): number => {
  const [from = '', to = ''] = change.split(' ');
  return changeCost(instrumentOf(id), played(id, from), played(id, to), {
    ...rangeEnds(instrumentOf(id).ranges.full),
    seconds,
    slurred: false,
    turns: false,
    isNew: false,
  }).cost;
};

/** Harder first. From memory of common practice, no source; the first five are the trade's own list of hard changes. */
const RANKED: readonly (readonly [InstrumentId, hard: string, easy: string])[] = [
  ['flute', 'C5 D5', 'A4 B4'],
  ['descant-recorder', 'F#4 A4', 'G4 A4'],
  ['trombone', 'Bb2 C3', 'Bb2 F3'],
  ['clarinet', 'A4 B4', 'F4 G4'],
  ['clarinet', 'Bb4 B4', 'E4 F4'],
  ['flute', 'C5 D5', 'G4 A4'],
  ['flute', 'C#5 D5', 'F4 G4'],
  ['flute', 'D5 C5', 'B4 A4'],
  ['flute', 'Eb5 C5', 'G4 F4'],
  ['flute', 'F4 C5', 'A4 G4'],
  ['oboe', 'C5 D5', 'A4 G4'],
  ['oboe', 'F4 D4', 'G4 F#4'],
  ['oboe', 'C5 Eb5', 'B4 A4'],
  ['clarinet', 'A4 C5', 'C4 D4'],
  ['clarinet', 'G4 B4', 'G4 E4'],
  ['clarinet', 'E3 F#3', 'G3 A3'],
  ['clarinet', 'A4 D5', 'D4 E4'],
  ['alto-saxophone', 'C5 D5', 'B4 A4'],
  ['alto-saxophone', 'C#5 D5', 'G4 A4'],
  ['alto-saxophone', 'C5 Eb5', 'A4 G4'],
  ['alto-saxophone', 'B3 C#4', 'G4 F4'],
  ['bassoon', 'F3 C3', 'G2 F2'],
  ['descant-recorder', 'C5 D5', 'A4 B4'],
  ['descant-recorder', 'F4 Bb4', 'G4 A4'],
  ['trumpet', 'C4 G4', 'C4 D4'],
  ['trumpet', 'C4 C5', 'E4 F4'],
  ['trumpet', 'D4 A4', 'F4 G4'],
  ['trumpet', 'E4 A4', 'F4 E4'],
  ['trumpet', 'C#4 G4', 'D4 C4'],
  ['horn', 'C4 C5', 'C4 D4'],
  ['horn', 'G4 C5', 'A4 G4'],
  ['trombone', 'F3 C3', 'F3 G3'],
  ['trombone', 'Bb2 Ab2', 'Bb2 A2'],
  ['trombone', 'C3 G3', 'Eb3 F3'],
  ['trombone', 'Bb2 B2', 'Bb2 F3'],
  ['flute', 'C5 E5', 'G4 A4'],
  ['flute', 'Bb4 C5', 'B4 A4'],
  ['piccolo', 'C5 D5', 'A4 B4'],
  ['oboe', 'D5 C5', 'A4 B4'],
  ['clarinet', 'A4 E5', 'C4 E4'],
  ['clarinet', 'Bb4 C5', 'D4 E4'],
  ['bass-clarinet', 'A4 B4', 'F4 G4'],
  ['tenor-saxophone', 'C5 D5', 'G4 A4'],
  ['baritone-saxophone', 'Bb3 B3', 'G4 A4'],
  ['bassoon', 'F3 G3', 'C3 D3'],
  ['descant-recorder', 'E5 D5', 'A4 G4'],
  ['trumpet', 'D4 B4', 'D4 E4'],
  ['trumpet', 'F4 C5', 'F4 G4'],
  ['trumpet', 'Eb4 D4', 'F4 G4'],
  ['trumpet', 'Bb3 G4', 'Bb3 C4'],
  ['cornet', 'C4 G4', 'C4 D4'],
  ['flugelhorn', 'G4 C5', 'G4 F4'],
  ['tenor-horn', 'C4 G4', 'C4 D4'],
  ['horn', 'C4 G4', 'E4 F4'],
  ['horn', 'F4 C5', 'F4 G4'],
  ['trombone', 'Bb2 Bb3', 'A2 Bb2'],
  ['trombone', 'F3 Bb3', 'F3 E3'],
  ['trombone', 'D3 C3', 'D3 Eb3'],
  ['trombone', 'A2 C3', 'A2 Bb2'],
  ['baritone', 'Bb2 F3', 'C3 Bb2'],
  ['euphonium', 'Bb2 Bb3', 'C3 D3'],
  ['euphonium', 'Eb3 Bb3', 'Eb3 F3'],
  ['tuba', 'Bb1 D2', 'Eb2 D2'],
  ['e-flat-tuba', 'Eb2 Bb2', 'Eb2 F2'],
  ['euphonium', 'Bb2 F3', 'Bb2 C3'],
  ['tuba', 'Bb1 F2', 'Bb1 C2'],
  ['tuba', 'Bb1 Bb2', 'D2 Eb2'],
  ['tuba', 'F2 Bb2', 'F2 Eb2'],
];

describe('what a change costs', () => {
  it.each(RANKED)('%s: %s more than %s', (id, hard, easy) => expect(cost(id, hard)).toBeGreaterThan(cost(id, easy)));

  it('is ranked by hand for at least thirty pairs in each family', () => {
    for (const family of ['woodwind', 'brass'])
      expect(RANKED.filter(([id]) => instrumentOf(id).family === family).length).toBeGreaterThanOrEqual(30);
  });

  it('names its causes, dearest first, and adds up', () => {
    const change = changeCost(instrumentOf('clarinet'), played('clarinet', 'A4'), played('clarinet', 'B4'), {
      ...rangeEnds(instrumentOf('clarinet').ranges.full),
      seconds: 0.65,
      slurred: true,
      turns: false,
      isNew: true,
    });
    expect(change.causes.map((c) => c.cause)).toEqual(
      expect.arrayContaining(['over-the-break', 'fingers-move', 'new-note', 'slurred']),
    );
    expect(change.cost).toBeCloseTo(
      change.causes.reduce((sum, c) => sum + c.units * WEIGHTS[c.cause], 0),
      9,
    );
    expect(change.causes.map((c) => c.cost)).toEqual(change.causes.map((c) => c.cost).sort((a, b) => b - a));
  });

  it('grows with the tempo, and stops growing', () => {
    expect(cost('trumpet', 'C4 G4', 0.3)).toBeGreaterThan(cost('trumpet', 'C4 G4', 0.65));
    expect(cost('trumpet', 'C4 G4', 2)).toBeLessThan(cost('trumpet', 'C4 G4', 0.65));
    expect([haste(0.65), haste(0.001), haste(100)]).toEqual([1, 1.8, 0.6]);
  });

  it('is nothing for the same note again, on every instrument and note', () => {
    for (const { id, firstNotes } of INSTRUMENTS)
      for (const p of firstNotes)
        expect(
          cost(
            id,
            `${p.step}${p.alter < 0 ? 'b' : p.alter > 0 ? '#' : ''}${p.octave} ${p.step}${p.alter < 0 ? 'b' : p.alter > 0 ? '#' : ''}${p.octave}`,
          ),
        ).toBe(0);
  });
});

describe('the hard places of a part', () => {
  const changesOf = (id: InstrumentId, written: string, isNew: (n: number) => boolean = () => false) => {
    const part = derivePart(
      realize({ owner: id, source: line<Written>(written), partChoices: {} }),
      instrumentOf(id),
      id,
      {},
      DEFAULT_TEACHING,
    );
    const annotations = annotate(part);
    return { changes: partChanges(part, annotations, isNew), annotations };
  };

  it('lead from every struck note to the next, not over rests and not into held ones', () => {
    const { changes } = changesOf('trumpet', 'C4 D4 R E4 | F4:h~ F4:h | G4:w');
    expect(changes.map((c) => `${c.from} ${c.to}`)).toEqual(['n1 n2', 'n4 n5', 'n5 n7']);
    expect(changes.map((c) => c.measure)).toEqual([1, 2, 3]);
  });

  it('rank the leap of the tune first, one place a bar, and no change twice', () => {
    const { changes, annotations } = changesOf('trumpet', 'C4 D4 E4 F4 | C4 A4 C4 A4 | G4 F4 E4 D4 | C4 A4 C4:h');
    const spots = troubleSpots(changes, annotations, 3);
    expect(spots[0]?.measure).toBe(2);
    expect(['n5 n6', 'n6 n7']).toContain(`${spots[0]?.from} ${spots[0]?.to}`);
    expect(new Set(spots.map((s) => s.measure)).size).toBe(spots.length);
    expect(spots.every((s) => s.cost >= WORTH_A_MARK)).toBe(true);
  });

  it('has none in an easy line', () => {
    const { changes, annotations } = changesOf('trumpet', 'C4:h C4:h | C4:w');
    expect(troubleSpots(changes, annotations, 3)).toEqual([]);
  });

  it('count what the eye has to know: a sign that still holds, a letter that has just changed', () => {
    const { changes } = changesOf('trumpet', 'F#4 G4 F#4 G4 | F4 G4 F4 G4');
    expect(changes[1]?.causes.map((c) => c.cause)).toContain('sign-not-shown');
    expect(changes[3]?.causes.map((c) => c.cause)).toContain('letter-changes');
    expect(changes[5]?.causes.map((c) => c.cause)).not.toContain('letter-changes');
  });

  it('a slide that turns back costs more than one that goes on', () => {
    const there = (text: string) => changesOf('trombone', text).changes[1];
    expect(there('Bb2 A2 Bb2 A2')?.causes.some((c) => c.cause === 'slide-turns')).toBe(true);
    expect(there('Bb2 A2 Ab2 G2')?.causes.some((c) => c.cause === 'slide-turns')).toBe(false);
  });

  it('every cause comes up somewhere', () => {
    const seen = new Set<string>();
    const lines: readonly (readonly [InstrumentId, string])[] = [
      ['clarinet', 'A4 B4 A4 B4 | Eb4 F#4 E3 F#3'],
      ['trombone', 'Bb2 C3 Bb2 E2 | F3 Bb2 F3 Bb3'],
      ['trumpet', 'C4 G4 C5 F#4 | F#4 F4 G5:h'],
      ['descant-recorder', 'F4 Bb4 E5 D5 | C6 D6 C5 D5'],
      ['oboe', 'C5 D5 F4 D4'],
      ['alto-saxophone', 'B3 C#4 B3 Bb3'],
    ];
    for (const [id, text] of lines)
      for (const c of changesOf(id, text, (n) => n > 78).changes) for (const { cause } of c.causes) seen.add(cause);
    expect([...TROUBLE_CAUSES].filter((c) => !seen.has(c) && c !== 'slurred')).toEqual([]);
  });
});
