import { blank, shown, typed } from '../testing/typing';
import { applyCommand } from './applyCommand';
import { FIRST_PEN } from './pen';
import { parsePitch, type Written } from '../pitch/pitch';

const line = (text: string, ...rest: Parameters<typeof typed> extends [string, ...infer R] ? R : never): string =>
  shown(typed(text, ...rest).score);

describe('a line that is typed', () => {
  it('fills its bars one after the other', () => expect(line('G A B C D E')).toBe('G4q A4q B4q C5q | D5q E5q'));
  it('takes the octave nearest to the note before, whatever the distance in half steps', () => {
    expect(line('C F B E A D')).toBe('C5q F5q B5q E6q | A6q D7q');
    expect(line('C G D A')).toBe('C5q G4q D4q A3q');
    expect(line('C ^ G')).toBe('C6q G5q');
  });
  it('reads a letter as it stands on the page: the signature, and a sign earlier in the bar', () => {
    expect(line('B E', blank({ fifths: -2 }))).toBe('Bb4q Eb5q');
    expect(line('F # G F A F')).toBe('F#4q G4q F#4q A4q | F4q');
    expect(line('B _ = B')).toBe('B4q B4q');
  });
  it('holds a sign over the bar line only by a tie', () => expect(line('1 F # - F F')).toBe('F#4w~ | F#4w | F4w'));
  it('has dots before or after the letter', () => {
    expect(line('2. G 4 A')).toBe('G4h. A4q');
    expect(line('2 G . 4 A')).toBe('G4h. A4q');
  });
  it('sets three in the time of two in brackets of one beat', () =>
    expect(line('8 T G A B C B A T 2 G')).toBe('(G4e A4e B4e) (C5e B4e A4e) G4h'));
  it('opens with a pickup when a bar line comes early', () => {
    const { score } = typed('D | G A B C');
    expect(shown(score)).toBe('D5q | G5q A5q B5q C6q');
    expect(score.measures.map((m) => m.pickup === true)).toEqual([true, false]);
  });
  it('repeats the bar before', () => expect(line('G A B C %')).toBe('G4q A4q B4q C5q | G4q A4q B4q C5q'));
  it('starts in the middle of the staff of its clef', () => {
    const bass = applyCommand(blank(), { kind: 'clef', clef: 'bass' });
    expect(bass.ok && line('C D', bass.value)).toBe('C3q D3q');
  });
  it('goes no further than can be written', () => {
    expect(
      applyCommand(blank(), { kind: 'write-note', pitch: parsePitch<Written>('C11'), pen: FIRST_PEN }),
    ).toMatchObject({ ok: false });
  });
});

describe('a note typed between others', () => {
  it('makes its bar longer when inserting', () => expect(line('G A B C D << < E')).toBe('G4q A4q E4q B4q C5q | D5q'));
  it('moves all that follows on when pushing, tied over the bar line where it must', () => {
    expect(line('G A 2 B 1 C', blank(), 'push')).toBe('G4q A4q B4h | C5w');
    expect(line('G A 2 B 1 C <<< 4 D', blank(), 'push')).toBe('G4q D4q A4q B4q~ | B4q C5h.~ | C5q');
  });
  it('pulls what follows up when it is taken away again', () => {
    expect(line('G A 2 B 1 C <<< 4 D x', blank(), 'push')).toBe('G4q A4q B4h | C5w');
  });
  it('takes the time of what stands there when overwriting', () => {
    expect(line('G A B C <<<< 2 D', blank(), 'overwrite')).toBe('D5h B4q C5q');
    expect(line('2 G A << 4 D', blank(), 'overwrite')).toBe('D5q Rq A4h');
    expect(line('8 T G A B T 4 C << < < 4 D', blank(), 'overwrite')).toMatch(/^D5q C5q$/);
  });
  it('leaves a rest in its place when it is taken away in overwriting', () =>
    expect(line('G A B C < x', blank(), 'overwrite')).toBe('G4q A4q Rq C5q'));
});

describe('same rhythm, new notes', () => {
  it('changes the letters and leaves lengths and rests alone', () => {
    const first = typed('4. G 8 A 4 R B');
    expect(line('CDE', { score: first.score, caret: { measure: 0, at: 0 } }, 'new-notes')).toBe('C5q. D5e Rq E5q');
  });
  it('gives a tied note one letter', () =>
    expect(line('C', { score: typed('1 G - G').score, caret: { measure: 0, at: 0 } }, 'new-notes')).toBe('C5w~ | C5w'));
  it('puts letters on selected notes one after the other', () => {
    const { score } = typed('G A B C');
    const changed = typed('EF', { score, anchor: { measure: 0, at: 1 }, caret: { measure: 0, at: 3 } });
    expect(shown(changed.score)).toBe('G4q E4q F4q C5q');
    expect(changed.anchor).toBeUndefined();
  });
});

describe('same notes, new rhythm', () => {
  it('changes the lengths and sets the bars anew', () => {
    const { score } = typed('G A B C D E');
    expect(line('2L 4LL 2L', { score, caret: { measure: 0, at: 0 } }, 'new-rhythm')).toBe('G4h A4q B4q | C5h D5q E5q');
  });
});

describe('taking away', () => {
  it('takes the note before the caret', () => expect(line('G A x B')).toBe('G4q B4q'));
  it('takes an empty bar, then goes on into the one before', () => {
    const opened = typed('G A B C D x');
    expect(shown(opened.score)).toBe('G4q A4q B4q C5q | ');
    expect(shown(typed('x', opened).score)).toBe('G4q A4q B4q C5q');
    expect(shown(typed('xx', opened).score)).toBe('G4q A4q B4q');
  });
  it('takes whole bars with a selection over several, and keeps what the first one says', () => {
    const { score } = typed('G A B C D E F G A', blank({ fifths: 1 }));
    const left = applyCommand(
      { score, anchor: { measure: 0, at: 0 }, caret: { measure: 2, at: 0 } },
      { kind: 'remove', back: true, mode: 'insert' },
    );
    expect(left.ok && shown(left.value.score)).toBe('A5q');
    expect(left.ok && left.value.score.measures[0]?.key?.fifths).toBe(1);
  });
  it('takes a tie with the note that it led to', () => expect(line('1 G - G x')).toBe('G4w | '));
  it('does nothing in an empty line', () => expect(line('x')).toBe(''));
});
