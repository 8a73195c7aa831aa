import {
  notesOf,
  openingOf,
  pitchText,
  placeMeasures,
  accidentalsInForce,
  type Score,
  type Written,
} from '@cifra/core';
import { readAbc } from './readAbc';

function line(body: string, head = 'M:4/4\nL:1/4\nK:C'): { score: Score<Written>; problems: string[] } {
  const read = readAbc(`X:1\nT:A line\n${head}\n${body}`);
  if (!read.ok || read.value.kind !== 'line') throw new Error(JSON.stringify(read));
  return { score: read.value.score, problems: read.problems.map((p) => `${p.measure ?? '-'} ${p.code}`) };
}
const pitches = (body: string, head?: string): string =>
  notesOf(line(body, head).score)
    .map((n) => pitchText(n.pitch))
    .join(' ');

describe('ABC text', () => {
  it('gives letters their octaves', () => {
    expect(pitches("C, C c c' B, b")).toBe('C3 C4 C5 C6 B3 B5');
  });

  it('reads key, meter, unit and tempo', () => {
    const { score } = line('C3', 'C:Somebody\nM:6/8\nL:1/8\nQ:"Lively" 3/8=80\nK:Gm clef=bass');
    expect(openingOf(score)).toMatchObject({
      key: { fifths: -2, mode: 'minor' },
      meter: { beats: 6, unit: 8 },
      clef: 'bass',
    });
    expect(score).toMatchObject({ title: 'A line', composer: 'Somebody' });
    expect(score.measures[0]?.tempo).toEqual({ words: 'Lively', mark: { value: 'quarter', dots: 1, perMinute: 80 } });
    expect(openingOf(line('C4', 'M:C|\nL:1/4\nK:D').score).meter).toEqual({ beats: 2, unit: 2, symbol: 'cut' });
  });

  it('applies the signature and signs until the bar line, in their octave', () => {
    expect(pitches('F ^C C c | C =F F F', 'M:4/4\nL:1/4\nK:G')).toBe('F#4 C#4 C#4 C5 C4 F4 F4 F4');
    expect(line('^C c z2').problems).toEqual(['1 abc-octave-accidental']);
  });

  it('carries a tied sign over the bar line', () => {
    const { score } = line('z2 z ^F- | F F z2');
    expect(notesOf(score).map((n) => pitchText(n.pitch))).toEqual(['F#4', 'F#4', 'F4']);
    expect([...accidentalsInForce(score).values()].map((r) => r.source)).toEqual(['sign', 'tie', 'plain']);
  });

  it('reads lengths, dots, triplets and broken rhythm', () => {
    const { score, problems } = line('A>B (3A/B/c/ A | A3/2 B/ c2');
    expect(problems).toEqual([]);
    expect(
      notesOf(score).map(
        (n) => `${n.duration.value}${'.'.repeat(n.duration.dots)}${n.duration.tuplet === undefined ? '' : '3'}`,
      ),
    ).toEqual(['quarter.', 'eighth', 'eighth3', 'eighth3', 'eighth3', 'quarter', 'quarter.', 'eighth', 'half']);
    expect(
      notesOf(score)
        .slice(2, 5)
        .map((n) => n.tupletPlace),
    ).toEqual(['start', 'inside', 'stop']);
  });

  it('reads slurs, ties, marks, dynamics, hairpins and breaths', () => {
    const { score, problems } = line('(A B) .c Ld | !p!!<(!A- A !fermata!B !<)!!breath!c');
    expect(problems).toEqual([]);
    const notes = notesOf(score);
    expect(score.slurs).toEqual([{ from: notes[0]?.id, to: notes[1]?.id }]);
    expect([notes[2]?.articulations, notes[3]?.articulations]).toEqual([['staccato'], ['accent']]);
    expect([notes[4]?.tie, notes[4]?.dynamic, notes[6]?.fermata, notes[7]?.breathAfter]).toEqual([
      true,
      'p',
      true,
      true,
    ]);
    expect(score.hairpins).toEqual([{ kind: 'crescendo', from: notes[4]?.id, to: notes[7]?.id }]);
  });

  it('reads pickups, repeats and endings', () => {
    const { score, problems } = line('G | c4 |: d4 |1 e4 :|2 c3 |]');
    expect(problems).toEqual([]);
    expect(placeMeasures(score).map((p) => p.number)).toEqual([0, 1, 2, 3, 4]);
    expect(
      score.measures.map(
        (m) =>
          `${m.pickup === true ? 'p' : ''}${m.repeatStart === true ? '|:' : ''}${m.ending?.join() ?? ''}${m.repeatEnd === true ? ':|' : ''}${m.endBar ?? ''}`,
      ),
    ).toEqual(['p', '', '|:', '1:|', '2final']);
  });

  it('reads key, meter and clef changes and multi-bar rests', () => {
    const { score } = line('c4 | [K:F] [M:2/4] B2 | Z3 | [K:clef=bass] C,2');
    expect(score.measures[1]).toMatchObject({ key: { fifths: -1 }, meter: { beats: 2, unit: 4 } });
    expect(pitchText(notesOf(score)[1]?.pitch as Written)).toBe('Bb4');
    expect(score.measures[2]).toMatchObject({ multiRest: 3 });
    expect(score.measures).toHaveLength(6);
    expect(score.measures[5]?.clef).toBe('bass');
  });

  it('asks which voice, and takes the one chosen', () => {
    const two = 'X:1\nM:4/4\nL:1/4\nK:C\nV:1 name="Upper"\nc4|\nV:2 name="Lower"\nE4|\n';
    const read = readAbc(two);
    expect(read.ok && read.value.kind === 'choose' && read.value.candidates.map((c) => c.partName)).toEqual([
      'Upper',
      'Lower',
    ]);
    const lower = readAbc(two, { part: 1, voice: '1' });
    expect(lower.ok && lower.value.kind === 'line' && pitchText(notesOf(lower.value.score)[0]?.pitch as Written)).toBe(
      'E4',
    );
    expect(readAbc(two, { part: 5, voice: '1' }).problems[0]?.code).toBe('no-such-part');
  });

  it('keeps voices apart where one has more lines than the other', () => {
    const uneven = 'X:1\nM:4/4\nL:1/4\nK:C\nV:one\nc4|d4|\nV: two\nE4|\nF4|\nG4|\nA4|\n[V:one] e4|';
    const read = readAbc(uneven);
    expect(read.ok && read.value.kind === 'choose' && read.value.candidates.map((c) => c.notes)).toEqual([3, 4]);
    const notes = (part: number): string[] => {
      const one = readAbc(uneven, { part, voice: '1' });
      return one.ok && one.value.kind === 'line' ? notesOf(one.value.score).map((n) => pitchText(n.pitch)) : [];
    };
    expect([notes(0), notes(1)]).toEqual([
      ['C5', 'D5', 'E5'],
      ['E4', 'F4', 'G4', 'A4'],
    ]);
  });

  it('lists what it cannot take, by bar', () => {
    expect(line('c4 | [ceg]4 | {g}c2 ~d2 | "Am""G7"c4\nw: one two three four\nw: a second verse').problems).toEqual([
      '- verses',
      '2 chord',
      '3 grace-note',
      '3 ornament',
      '4 chord-symbols',
    ]);
    expect(line('c4 | c3 | c4 c | c4').problems).toEqual(['2 measure-too-short', '3 measure-too-long']);
    expect(line('c3 d- | e4 | c4').problems).toEqual(['1 tie-without-end']);
  });

  it.each<[string, string, string]>([
    ['no key', 'X:1\nCDEF', 'broken-abc'],
    ['no notes', 'X:1\nK:C\n', 'no-music'],
    ['only rests', 'X:1\nL:1/4\nK:C\nz4|', 'no-music'],
    ['words', 'K: this is no music at all\n\u0001\u0002', 'no-music'],
  ])('with %s is refused', (_what, text, code) =>
    expect(readAbc(text).problems[0]).toMatchObject({ code, severity: 'error' }),
  );
});
