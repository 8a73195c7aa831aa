import type { Written } from '../pitch/pitch';
import { line } from '../testing/line';
import { readAccidentals } from './accidental';

const readings = (text: string, fifths = 0): string[] =>
  [...readAccidentals(line<Written>(text, { fifths })).values()].map((r) => `${r.source}${r.sign === undefined ? '' : `:${r.sign}`}`);

// The rules of domain practice: a sign holds for its bar, on its own line or space, and through a tie; common practice, no source.
describe('accidentals in force', () => {
  it('a signature holds for its letters in every octave', () => {
    expect(readings('F#4 F#5 B3 C4', 1)).toEqual(['signature', 'signature', 'plain', 'plain']);
  });

  it('a sign holds to the bar line and no further', () => {
    expect(readings('C#4 D4 C#4 D4 | C#4 C4 D4 D4')).toEqual(['sign:1', 'plain', 'bar', 'plain', 'sign:1', 'sign:0', 'plain', 'plain']);
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
    const all = readAccidentals(line<Written>('F#4 G4 F#4 G4'));
    expect(all.get('n3')).toEqual({ source: 'bar', setBy: 'n1' });
  });
});
