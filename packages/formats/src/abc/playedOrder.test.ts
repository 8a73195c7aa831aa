import abcjs from 'abcjs';
import { type Concert, perform, type Score, toNumber } from '@cifra/core';
import { readAbc } from './readAbc';

interface Sounded {
  readonly cmd: string;
  readonly pitch: number;
  readonly start: number;
  readonly duration: number;
}
interface Playable {
  setUpAudio(options: object): { readonly tracks: readonly (readonly Sounded[])[] };
}

/** What abcjs itself would play: its own unrolling of repeats and endings, which nothing here is made from. */
function soundedByLibrary(text: string): string[] {
  const [tune] = abcjs.parseOnly(text) as unknown as [Playable];
  return tune
    .setUpAudio({})
    .tracks.flatMap((t) => t.filter((e) => e.cmd === 'note'))
    .map((e) => `${e.pitch}@${Math.round(e.start * 4 * 1e4) / 1e4}`);
}

/** What Cifra plays of the same text. */
function performed(text: string): string[] {
  const read = readAbc(text);
  if (!read.ok || read.value.kind !== 'line') throw new Error(JSON.stringify(read));
  return perform(read.value.score as unknown as Score<Concert>).notes.map(
    (n) => `${n.midi}@${Math.round(toNumber(n.onset) * 1e4) / 1e4}`,
  );
}

// Against abcjs 6.7, which writes sound from ABC text by rules of its own.
describe('the order in which bars are really played', () => {
  it.each([
    ['straight through', 'C4 | D4 | E4 |]'],
    ['a repeat from the beginning', 'C4 | D4 :| E4 | F4 |]'],
    ['a repeat inside', 'C4 |: D4 | E4 :| F4 |]'],
    ['two repeats one after the other', '|: C4 | D4 :: E4 | F4 :|'],
    ['two repeats with bars between', '|: C4 | D4 :| E4 |: F4 | G4 :| A4 |]'],
    ['first and second ending', '|: C4 | D4 |1 E4 :|2 F4 |]'],
    ['endings of two bars', '|: C4 |1 D4 | E4 :|2 F4 | G4 || A4 |]'],
    ['endings from the beginning without a sign', 'C4 | D4 |1 E4 :|2 F4 || G4 |]'],
    ['endings, then another repeat', '|: C4 |1 D4 :|2 E4 |: F4 | G4 :| A4 |]'],
    ['twice endings', '|: C4 |1 D4 :|2 E4 |: F4 |1 G4 :|2 A4 |]'],
    ['a pickup before a repeat', 'C |: D4 | E3 C :| F4 |]'],
    ['a bar that is repeated alone', 'C4 |: D4 :| E4 |]'],
    ['ties through a repeat', '|: C4- | C2 D2 :| E4 |]'],
  ])('%s', (_name, body) => {
    const text = `X:1\nT:Order\nM:4/4\nL:1/4\nK:C\n${body}\n`;
    expect(performed(text)).toEqual(soundedByLibrary(text));
  });
});
