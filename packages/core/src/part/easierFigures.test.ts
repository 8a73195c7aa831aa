import { figureText } from '../fingering/figure';
import type { InstrumentId } from '../instrument/instrument';
import { taughtAs } from '../instrument/taught';
import type { Concert } from '../pitch/pitch';
import { type ConventionOverrides, conventionsOf } from '../convention/conventions';
import type { Score } from '../score/score';
import { line } from '../testing/line';
import { annotate } from './annotate';
import { derivePart } from './derivePart';
import { realize } from '../exercise/realize';

/** The better figures of a written line, as `n2 1 2 3 | 4 Fs (no-exchange)`. */
function better(
  id: InstrumentId,
  text: string,
  conventions: ConventionOverrides = {},
  change: (s: Score<never>) => Score<never> = (s) => s,
): string[] {
  const source = change(line<never>(text));
  const concert = realize({ owner: id, source, partChoices: {} }) as Score<Concert>;
  const part = derivePart(
    concert,
    taughtAs(id, conventionsOf(conventions)),
    id,
    {},
    { conventions: conventionsOf(conventions), stage: 'full' },
  );
  return [...annotate(part).values()]
    .filter((n) => n.better !== undefined)
    .map(
      (n) => `${n.id} ${figureText(n.better?.alternate.figure ?? { kind: 'valves', valves: [] })} (${n.better?.cause})`,
    );
}

// When players take another figure: common practice, no source.
describe('a better figure in this passage', () => {
  it('chromatic F sharp between F and F, or F and G, on clarinet and saxophone', () => {
    expect(better('alto-saxophone', 'F4 F#4 F4 G4')).toEqual(['n2 1 2 3 | 4 Fs (no-exchange)']);
    expect(better('alto-saxophone', 'E4 F#4 G4 A4')).toEqual([]);
    expect(better('clarinet', 'F4 F#4 F4 E4')).toEqual(['n2 T | sideEb sideFs (no-exchange)']);
    expect(better('clarinet', 'Bb3 B3 Bb3 A3')).toEqual(['n2 T 1 2 3 | 4 sliver (no-exchange)']);
    expect(better('clarinet', 'A3 B3 C4 D4')).toEqual([]);
  });

  it('side C on the saxophone between two B naturals', () => {
    expect(better('tenor-saxophone', 'B4 C5 B4 A4')).toEqual(['n2 1 | sideC (no-exchange)']);
    expect(better('tenor-saxophone', 'G4 C5 G4 A4')).toEqual([]);
  });

  it('a B flat next to F, where one-and-one keeps a finger down', () => {
    expect(better('alto-saxophone', 'F4 Bb4 F4 G4')).toEqual(['n2 1 | 4 (no-exchange)']);
  });

  it('thumb B flat on the flute only where no B natural follows before the thumb is lifted', () => {
    expect(better('flute', 'A4 Bb4 A4 Bb4 | A4 Bb4 A4 G4').filter((b) => b.includes('Tb'))).toHaveLength(3);
    expect(better('flute', 'A4 Bb4 A4 B4').filter((b) => b.includes('Tb'))).toEqual([]);
    // A rest, or a note that lifts the thumb, lets the thumb go back.
    expect(better('flute', 'A4 Bb4 A4 R | B4 A4 G4 F4').filter((b) => b.includes('Tb'))).toHaveLength(1);
    expect(better('flute', 'A4 Bb4 A4 C5 | B4 A4 G4 F4').filter((b) => b.includes('Tb'))).toHaveLength(1);
    expect(better('flute', 'A4 Bb4 A4 G4 | B4 A4 G4 F4').filter((b) => b.includes('Tb'))).toEqual([]);
  });

  it("as a convention's default, thumb and bis give way before a B natural", () => {
    expect(better('flute', 'A4 Bb4 B4 A4', { fluteBFlat: 'thumb' })).toEqual(['n2 T 1 | 4 Eb (must-let-go)']);
    expect(better('alto-saxophone', 'A4 Bb4 B4 A4', { saxophoneBFlat: 'bis' })).toEqual([
      'n2 1 2 | sideBb (must-let-go)',
    ]);
    expect(better('alto-saxophone', 'A4 Bb4 A4 G4', { saxophoneBFlat: 'bis' })).toEqual([]);
    expect(better('alto-saxophone', 'Bb4 C#5 B4 A4', { saxophoneBFlat: 'bis' })).toEqual([]);
  });

  it('the trombone stays out, or goes on in its direction', () => {
    expect(better('trombone', 'C3 D4 C3 D3').some((b) => b.startsWith('n2 4'))).toBe(true);
    expect(better('trombone', 'C3 F3 C3 F3')[0]).toBe('n2 6 (shorter-slide)');
    expect(better('trombone', 'C4 D4 C4 Bb3').filter((b) => b.startsWith('n2'))).toEqual([]);
    expect(better('trombone', 'Bb3 C4 D4 Eb4').filter((b) => b.startsWith('n1') || b.startsWith('n4'))).toEqual([]);
    expect(better('trombone', 'D4 D4 D4 D4')).toEqual([]);
    const turn = better('trombone', 'A3 Bb3 G3 F3');
    expect(turn.every((b) => /\((shorter-slide|no-turn)\)$/.test(b))).toBe(true);
  });

  it('third valve alone for a trill or a quick change, and only between like neighbours', () => {
    expect(better('trumpet', 'D4 E4 D4 E4').filter((b) => b.startsWith('n2'))).toEqual(['n2 3 (fewer-valves)']);
    expect(better('trumpet', 'C4 E4 G4 E4')).toEqual([]);
  });

  it("the horn's thumb stays where it is", () => {
    expect(better('double-horn', 'G4 G#4 G4 F4')).toEqual(['n2 23 (same-side)']);
    expect(better('double-horn', 'A4 Bb4 A4 B4')).toEqual([]);
  });

  it('the F attachment saves a long slide', () => {
    expect(better('f-trombone', 'Bb2 C3 Bb2 D3')).toEqual([]);
    expect(better('trombone', 'Bb2 C3 Bb2 D3').filter((b) => b.includes('T'))).toEqual([]);
  });

  it('nothing is marked alone, across a rest, at a held-over note or out of range', () => {
    expect(better('alto-saxophone', 'R F#4 R F4')).toEqual([]);
    expect(better('alto-saxophone', 'F4 R F#4 R')).toEqual([]);
    expect(better('alto-saxophone', 'F4 F#4~ F#4 F4').filter((b) => b.startsWith('n3'))).toEqual([]);
    expect(better('trumpet', 'C3 C3 C3 C3')).toEqual([]);
    const held = (s: Score<never>): Score<never> => ({
      ...s,
      measures: s.measures.map((m) => ({ ...m, events: m.events.map((e) => ({ ...e, fermata: true })) })),
    });
    expect(better('alto-saxophone', 'F4 F#4 F4 G4', {}, held)).toEqual([]);
  });

  it('is found again wherever the same notes come, long lines and short', () => {
    const many = better('alto-saxophone', Array.from({ length: 12 }, () => 'F4 F#4 F4 G4').join(' | '));
    expect(many).toHaveLength(12);
  });
});
