import { INSTRUMENTS, instrumentOf } from '@cifra/core';
import { instrumentWord } from './instrumentWords';

describe('an instrument inside a sentence', () => {
  it('is written small, but for the letter of its pitch', () => {
    expect(
      (['flute', 'e-flat-clarinet', 'b-flat-bass', 'f-trombone', 'baritone-treble', 'b-flat-horn'] as const).map((id) =>
        instrumentWord(instrumentOf(id)),
      ),
    ).toEqual([
      'flute',
      'E♭ clarinet',
      'B♭ bass, treble clef',
      'trombone with F attachment',
      'baritone, treble clef',
      'single B♭ horn',
    ]);
    for (const i of INSTRUMENTS) expect(instrumentWord(i)).not.toMatch(/\p{Lu}\p{Ll}|[a-g]♭|\bf\b/u);
  });

  it("leaves a name that a teacher gave as it is, where it is not made of instruments' names", () => {
    expect(['Clarinet in A', 'Alto flute', 'C tuba', 'Nordic lur'].map((name) => instrumentWord({ name }))).toEqual([
      'clarinet in A',
      'alto flute',
      'C tuba',
      'Nordic lur',
    ]);
  });
});
