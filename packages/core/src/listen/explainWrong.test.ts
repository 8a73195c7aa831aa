import { instrumentOf } from '../instrument/instrumentOf';
import { annotate } from '../part/annotate';
import { derivePart } from '../part/derivePart';
import { midi, parsePitch, pitchText } from '../pitch/pitch';
import { line } from '../testing/line';
import { playSequence } from '../performance/playSequence';
import { askedNotes } from './askedNotes';
import { explainWrong } from './explainWrong';
import { NO_FAULTS, otherPartial, simulatePlayer } from './simulatedPlayer';
import { spellWritten } from './spellWritten';
import { STAGE_CENTS, toleranceFor } from './tolerance';

const partFor = (id: 'trumpet' | 'clarinet' | 'flute', text: string, fifths = 0) => {
  const part = derivePart(line(text, { fifths }), instrumentOf(id), 'concert');
  return { part, annotations: annotate(part) };
};
const why = (id: 'trumpet' | 'clarinet' | 'flute', text: string, heard: string, fifths = 0) => {
  const { part, annotations } = partFor(id, text, fifths);
  const note = annotations.get('n1');
  if (note === undefined) throw new Error('no note');
  return explainWrong(part, note, midi(parsePitch(heard)));
};

describe('why another note came', () => {
  it('knows another partial of the same valves: written G for C on the trumpet, both open', () => {
    // Concert B♭3 is the trumpet's C4; concert F4 its G4. Common practice, no source.
    expect(why('trumpet', 'Bb3', 'F4', -2)).toMatchObject({ because: 'same-figure', higher: true });
    expect(why('trumpet', 'F4', 'Bb3', -2)).toMatchObject({ because: 'same-figure', higher: false });
  });

  it('knows a sign that was forgotten, an octave, and else another note by its name on the page', () => {
    expect(why('flute', 'Bb4', 'B4', -2).because).toBe('sign-forgotten');
    expect(why('clarinet', 'C4', 'C5').because).toBe('octave');
    const other = why('trumpet', 'C4', 'E4', -2);
    expect(other.because).toBe('other-note');
    expect(pitchText(other.heard)).toBe('F#4');
  });

  it('spells by the signature, then plainly, then with its own kind of sign', () => {
    expect(
      [spellWritten(70, -2), spellWritten(66, 1), spellWritten(66, 0), spellWritten(71, -1), spellWritten(61, -3)].map(
        pitchText,
      ),
    ).toEqual(['Bb4', 'F#4', 'F#4', 'B4', 'Db4']);
    for (let n = 20; n < 110; n++) for (let f = -6; f <= 6; f++) expect(midi(spellWritten(n, f))).toBe(n);
  });
});

describe('the simulated player', () => {
  const { part, annotations } = partFor('trumpet', 'Bb3 C4 D4 Eb4 | F4 Eb4 D4 C4 | Bb3:w', -2);
  const asked = askedNotes(
    part,
    playSequence(part.concert, { speed: 1, repeats: false, countIn: true, subdivide: false }),
    1,
  );
  const tolerance = toleranceFor('first-year', 0.65);
  const other = (a: (typeof asked)[number]) => otherPartial(part, annotations, a);

  it('plays what is written when it has no faults, near enough, the same from the same seed', () => {
    const { notes, planted } = simulatePlayer(asked, NO_FAULTS, 1, tolerance, other);
    expect(planted).toEqual([]);
    expect(notes.length).toBe(asked.length);
    notes.forEach((n, i) => {
      expect(Math.abs(n.midi - (asked[i]?.midi ?? 0))).toBeLessThan(0.1);
      expect(Math.abs(n.at - (asked[i]?.at ?? 0))).toBeLessThan(0.02);
    });
    expect(simulatePlayer(asked, NO_FAULTS, 1, tolerance, other)).toEqual(
      simulatePlayer(asked, NO_FAULTS, 1, tolerance, other),
    );
  });

  it('plants what it is asked to, and names where', () => {
    const missed = simulatePlayer(asked, { ...NO_FAULTS, missed: 1 }, 2, tolerance, other);
    expect([missed.notes.length, missed.planted.length]).toEqual([0, asked.length]);
    const stops = simulatePlayer(asked, { ...NO_FAULTS, lineStops: 1 }, 2, tolerance, other);
    expect(stops.planted).toEqual([
      { id: 'n5', kind: 'stop' },
      { id: 'n9', kind: 'stop' },
    ]);
    const wrong = simulatePlayer(asked, { ...NO_FAULTS, partial: 1 }, 2, tolerance, other);
    for (const [i, n] of wrong.notes.entries()) expect(Math.abs(n.midi - (asked[i]?.midi ?? 0))).toBeGreaterThan(2);
  });

  it('finds as another partial only what the same valves give: a fifth or fourth away on the open trumpet', () => {
    expect(asked[0] === undefined ? undefined : other(asked[0])).toBe(65);
  });

  it('is judged more strictly from stage to stage', () => {
    const cents = Object.values(STAGE_CENTS);
    expect(cents).toEqual([...cents].sort((a, b) => b - a));
    expect(toleranceFor('first-notes', 0.1).seconds).toBe(0.12);
    expect(toleranceFor('first-year', 1)).toEqual({ cents: 25, seconds: 0.2, stopSeconds: 0.75 });
  });
});
