import type { Written } from '../pitch/pitch';
import { line } from '../testing/line';
import { key } from '../key/key';
import { arbitraryScore } from '../testing/arbitraryScore';
import fc from 'fast-check';
import { accidentalsInForce } from './accidental';
import type { ReminderPolicy } from './reminders';
import { playedBefore } from './playedBefore';
import type { Measure, Score } from './score';
import { notesOf } from './walk';

const readings = (text: string, fifths = 0): string[] =>
  [...accidentalsInForce(line<Written>(text, { fifths })).values()].map(
    (r) => `${r.source}${r.sign === undefined ? '' : `:${r.sign}`}`,
  );

// The rules of domain practice: a sign holds for its bar, on its own line or space, and through a tie; common practice,
// no source.
describe('accidentals in force', () => {
  it('a signature holds for its letters in every octave', () => {
    expect(readings('F#4 F#5 B3 C4', 1)).toEqual(['signature', 'signature', 'plain', 'plain']);
  });

  it('a sign holds to the bar line and no further', () => {
    expect(readings('C#4 D4 C#4 D4 | C#4 C4 D4 D4')).toEqual([
      'sign:1',
      'plain',
      'bar',
      'plain',
      'sign:1',
      'sign:0',
      'plain',
      'plain',
    ]);
  });

  it('a sign holds for its own octave only', () => {
    expect(readings('C#4 C5 C#5 C4')).toEqual(['sign:1', 'plain', 'sign:1', 'sign:0']);
  });

  it('a natural cancels the signature for the bar', () => {
    expect(readings('B4 Bb4 B4 Bb4', -1)).toEqual(['sign:0', 'sign:-1', 'sign:0', 'sign:-1']);
    expect(readings('B4 B4 Bb4:h | Bb4 R:h.', -1)).toEqual(['sign:0', 'bar', 'sign:-1', 'signature']);
  });

  it('a tie carries a sign over the bar line for the tied note only', () => {
    expect(readings('D4:h. C#4~ | C#4 C#4 D4:h')).toEqual(['plain', 'sign:1', 'tie', 'sign:1', 'plain']);
  });

  it('a rest ends what a tie carries', () => {
    expect(readings('D4:h. C#4~ | R C#4 D4:h')).toEqual(['plain', 'sign:1', 'sign:1', 'plain']);
  });

  it('says which earlier note set the sign', () => {
    const all = accidentalsInForce(line<Written>('F#4 G4 F#4 G4'));
    expect(all.get('n3')).toEqual({ source: 'bar', setBy: 'n1' });
  });
});

const change = (
  score: Score<Written>,
  changes: Readonly<Record<number, Partial<Measure<Written>>>>,
): Score<Written> => ({ ...score, measures: score.measures.map((m, i) => ({ ...m, ...changes[i] })) });

describe('accidentals and what happens in mid-piece', () => {
  const sources = (score: Score<Written>): string[] =>
    [...accidentalsInForce(score).values()].map((r) => `${r.source}${r.sign === undefined ? '' : `:${r.sign}`}`);

  it('a new signature holds from its bar on', () => {
    expect(sources(change(line<Written>('F#4 F4 F#4 F4 | F#4 F4 F#4 F4'), { 1: { key: key(1) } }))).toEqual([
      'sign:1',
      'sign:0',
      'sign:1',
      'sign:0',
      'signature',
      'sign:0',
      'sign:1',
      'sign:0',
    ]);
  });

  it('a tie into a bar with another signature carries the sign, and ends with its note', () => {
    const score = change(line<Written>('F#4:w~ | F#4:h F#4:h', { fifths: 1 }), { 1: { key: key(0) } });
    expect(sources(score)).toEqual(['signature', 'tie', 'sign:1']);
  });

  it('a tie inside the bar needs nothing of its own', () => {
    expect(sources(line<Written>('C#4~ C#4 C#4 C4'))).toEqual(['sign:1', 'bar', 'bar', 'sign:0']);
    expect(sources(line<Written>('C4:h. F4~ | F4 F#4 F4 F4'))).toEqual([
      'plain',
      'plain',
      'plain',
      'sign:1',
      'sign:0',
      'bar',
    ]);
  });

  it('a tie to another pitch carries nothing', () => {
    expect(sources(line<Written>('D4:h. C#4~ | C4 C#5 D4:h'))).toEqual(['plain', 'sign:1', 'plain', 'sign:1', 'plain']);
  });

  it('a repeat is read as it stands: the bar line before it ends every sign', () => {
    const score = change(line<Written>('C#4 C4 C#4 C4 | C#4:w'), { 0: { repeatStart: true }, 1: { repeatEnd: true } });
    expect(sources(score)).toEqual(['sign:1', 'sign:0', 'sign:1', 'sign:0', 'sign:1']);
  });

  it('a note that is tied over the bar line and on again stays one note; what is struck after it needs its sign', () => {
    const score = line<Written>('C#4:w~ | C#4:h~ C#4 C#4 | C#4 C4 D4:h');
    expect(sources(score)).toEqual(['sign:1', 'tie', 'tie', 'sign:1', 'sign:1', 'sign:0', 'plain']);
  });

  it('signs say in every line what sounds: reading them back gives every alteration', () => {
    // The rule of the staff, told anew: signature, then the bar's signs on the line, then a tie over the bar line.
    fc.assert(
      fc.property(arbitraryScore(), (score) => {
        const readings = accidentalsInForce(score);
        let fifths = 0;
        const SHARPS = 'FCGDAEB';
        let tied: string | undefined;
        let carried = false;
        for (const m of score.measures) {
          fifths = m.key?.fifths ?? fifths;
          const inBar = new Map<string, number>();
          const letters = fifths > 0 ? SHARPS.slice(0, fifths) : SHARPS.slice(7 + fifths);
          let first = true;
          for (const e of m.events) {
            if (e.kind === 'rest') {
              tied = undefined;
              first = false;
              continue;
            }
            const place = `${e.pitch.step}${e.pitch.octave}`;
            const { sign } = readings.get(e.id) ?? {};
            if (sign !== undefined) inBar.set(place, sign);
            carried = tied === `${place}/${e.pitch.alter}` && (first || carried);
            const held = carried && !inBar.has(place);
            const sounds =
              inBar.get(place) ??
              (held ? e.pitch.alter : letters.includes(e.pitch.step) && fifths !== 0 ? Math.sign(fifths) : 0);
            expect([e.id, sounds]).toEqual([e.id, e.pitch.alter]);
            tied = e.tie === true ? `${place}/${e.pitch.alter}` : undefined;
            first = false;
          }
        }
      }),
      { numRuns: 300 },
    );
  });
});

describe('reminders', () => {
  const reminded = (score: Score<Written>, policy: ReminderPolicy): string[] =>
    [...accidentalsInForce(score, policy)].filter(([, r]) => r.courtesy === true).map(([id, r]) => `${id}:${r.sign}`);

  it('are none unless the teacher wants them, or the page has one', () => {
    const score = line<Written>('C#4:w | C4:w');
    expect(reminded(score, 'none')).toEqual([]);
    const shown: Score<Written> = {
      ...score,
      measures: score.measures.map((m) => ({
        ...m,
        events: m.events.map((e) => (e.id === 'n2' && e.kind === 'note' ? { ...e, courtesy: true } : e)),
      })),
    };
    expect(reminded(shown, 'none')).toEqual(['n2:0']);
    expect(accidentalsInForce(shown).get('n2')).toEqual({ source: 'plain', sign: 0, courtesy: true });
  });

  it('come once a bar, after a change in the bar before or in another octave', () => {
    expect(reminded(line<Written>('C#4:w | C4:h C4:h | C4:w'), 'once-a-bar')).toEqual(['n2:0']);
    expect(reminded(line<Written>('C#4 C5 C5 D4'), 'once-a-bar')).toEqual(['n2:0']);
    expect(reminded(line<Written>('C#4 C#4 C#4 D4 | C#4:w'), 'once-a-bar')).toEqual([]);
    expect(reminded(line<Written>('B4:w | Bb4:w | Bb4:w', { fifths: -2 }), 'once-a-bar')).toEqual(['n2:-1']);
  });

  it('come after every change, however long ago, and where a sign of the bar still holds', () => {
    expect(reminded(line<Written>('C#4:w | D4:w | C4:w | C4:w'), 'after-change')).toEqual(['n3:0']);
    expect(reminded(line<Written>('C#4:w | D4:w | C4:w'), 'once-a-bar')).toEqual([]);
    expect(reminded(line<Written>('C#4 D4 C#4 D4'), 'after-change')).toEqual(['n3:1']);
    expect(reminded(line<Written>('C#4 D4 C#4 D4'), 'once-a-bar')).toEqual([]);
  });

  it('do not stand at a tied-to note', () => {
    expect(reminded(line<Written>('C#4:h D4 C4~ | C4:w'), 'after-change')).toEqual([]);
  });

  it('look at the bar that is played before, also over a repeat', () => {
    const plain = line<Written>('C4:w | D4:w | C#4:w | D4:w');
    expect(reminded(plain, 'once-a-bar')).toEqual([]);
    expect(reminded(change(plain, { 2: { repeatEnd: true } }), 'once-a-bar')).toEqual(['n1:0']);
    expect(reminded(change(plain, { 1: { repeatStart: true }, 2: { repeatEnd: true } }), 'once-a-bar')).toEqual([]);
  });

  it('never change what sounds or what the rules draw', () => {
    fc.assert(
      fc.property(arbitraryScore(), fc.constantFrom<ReminderPolicy>('once-a-bar', 'after-change'), (score, policy) => {
        const plain = accidentalsInForce(score);
        for (const [id, r] of accidentalsInForce(score, policy)) {
          expect({ ...r, ...(r.courtesy === true && { sign: undefined, courtesy: undefined }) }).toEqual({
            ...plain.get(id),
            ...(r.courtesy === true && { sign: undefined, courtesy: undefined }),
          });
          if (r.courtesy === true) expect(r.sign).toBe(notesOf(score).find((n) => n.id === id)?.pitch.alter);
        }
      }),
    );
  });
});

describe('what is played before a bar', () => {
  const before = (bars: number, changes: Readonly<Record<number, Partial<Measure<Written>>>>): number[][] =>
    playedBefore(change(line<Written>(Array.from({ length: bars }, () => 'C4:w').join(' | ')), changes));

  it('is its neighbour, the end of a repeat, and the bar before the first ending', () => {
    expect(before(3, {})).toEqual([[], [0], [1]]);
    expect(before(3, { 1: { repeatEnd: true } })).toEqual([[1], [0], [1]]);
    expect(before(4, { 1: { repeatStart: true }, 2: { repeatEnd: true } })).toEqual([[], [0, 2], [1], [2]]);
    expect(before(4, { 1: { repeatEnd: true }, 3: { repeatEnd: true } })).toEqual([[1], [0], [1, 3], [2]]);
    expect(before(4, { 2: { ending: [1], repeatEnd: true }, 3: { ending: [2] } })).toEqual([[2], [0], [1], [1]]);
    expect(
      before(5, {
        1: { ending: [1] },
        2: { ending: [1], repeatEnd: true },
        3: { ending: [2], repeatEnd: true },
        4: { ending: [3] },
      }),
    ).toEqual([[2, 3], [0], [1], [0], [0]]);
    expect(before(2, { 0: { ending: [1], repeatEnd: true }, 1: { ending: [2] } })).toEqual([[0], [0]]);
  });
});
