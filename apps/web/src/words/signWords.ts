import type { Instrument, SignKind, SignUsed } from '@cifra/core';

/** What each sign tells the players, in one sentence that can be read out. */
const SIGN_WORDS: Readonly<
  Record<Exclude<SignKind, 'tempo-words' | 'words' | 'slur'>, readonly [name: string, meaning: string]>
> = {
  repeat: ['repeat signs', 'play what stands between them once more; without a first one, from the beginning'],
  endings: [
    'first and second ending',
    'the bracket with 1 the first time; skip it the second time and play the one with 2',
  ],
  segno: ['segno', 'the sign to which D.S. jumps back'],
  coda: ['coda', 'the ending that is played after “To Coda”'],
  'to-coda': ['To Coda', 'after the jump back, go on from here at the coda'],
  fine: ['Fine', 'after the jump back, the piece ends here'],
  dc: ['D.C., da capo', 'back to the start, then to the end'],
  'dc-fine': ['D.C. al Fine', 'back to the start, then to Fine'],
  'dc-coda': ['D.C. al Coda', 'back to the start, then from “To Coda” to the coda'],
  ds: ['D.S., dal segno', 'back to the segno, then to the end'],
  'ds-fine': ['D.S. al Fine', 'back to the segno, then to Fine'],
  'ds-coda': ['D.S. al Coda', 'back to the segno, then from “To Coda” to the coda'],
  'double-bar': ['double bar line', 'a section ends here; play on'],
  'multi-rest': ['rest of several bars', 'count as many bars as the number says'],
  tie: ['tie', 'joins two notes of one pitch: tongue once and hold through both'],
  dot: ['dot after a note', 'adds half of the note’s own length'],
  triplet: ['triplet', 'three in the time of two'],
  staccato: ['dot over or under a note', 'short, with a little silence after it'],
  staccatissimo: ['wedge', 'as short as it can be'],
  accent: ['accent', 'begin it stronger than its neighbours'],
  marcato: ['hat', 'strong and a little short'],
  tenuto: ['line over or under a note', 'full length, with a little weight'],
  fermata: ['fermata', 'hold it longer, until the teacher goes on'],
  breath: ['breath mark', 'breathe here, not elsewhere'],
  crescendo: ['opening hairpin', 'grow louder little by little'],
  diminuendo: ['closing hairpin', 'grow softer little by little'],
  pppp: ['pppp', 'as soft as anybody can'],
  ppp: ['ppp', 'as soft as you can'],
  pp: ['pp, pianissimo', 'very soft'],
  p: ['p, piano', 'soft'],
  mp: ['mp, mezzo piano', 'medium soft'],
  mf: ['mf, mezzo forte', 'medium loud'],
  f: ['f, forte', 'loud'],
  ff: ['ff, fortissimo', 'very loud'],
  fff: ['fff', 'as loud as still sounds well'],
  ffff: ['ffff', 'as loud as anybody can'],
  fp: ['fp', 'loud at the start, soft at once'],
  sf: ['sf', 'a sudden strong start'],
  sfz: ['sfz', 'a sudden strong start'],
  sfp: ['sfp', 'a sudden strong start, then soft'],
  fz: ['fz', 'a strong start'],
  rfz: ['rfz', 'suddenly stronger'],
};

/** Words that stand on beginners' pages, with what they mean. From memory of common practice, no source. */
const GLOSSARY: Readonly<Record<string, string>> = {
  adagio: 'slow, at ease',
  allegretto: 'rather lively',
  allegro: 'lively, quick',
  andante: 'at a walking pace',
  andantino: 'a little quicker than walking',
  cantabile: 'as if sung',
  'con brio': 'with spirit',
  'con moto': 'with movement',
  'da capo': 'again from the beginning',
  dolce: 'sweetly',
  espressivo: 'with expression',
  fine: 'the end',
  giocoso: 'playfully',
  grave: 'very slow and serious',
  grazioso: 'gracefully',
  largo: 'slow and broad',
  legato: 'smoothly joined',
  leggiero: 'lightly',
  lento: 'slow',
  maestoso: 'with dignity',
  marcato: 'each note marked',
  moderato: 'at a medium pace',
  pesante: 'heavily',
  presto: 'very quick',
  rallentando: 'slowing down',
  rall: 'slowing down',
  ritardando: 'slowing down',
  rit: 'slowing down',
  simile: 'go on in the same way',
  sostenuto: 'held out',
  tranquillo: 'calmly',
  vivace: 'quick and full of life',
  'a tempo': 'at the first speed again',
  accelerando: 'growing quicker',
  accel: 'growing quicker',
  crescendo: 'growing louder',
  cresc: 'growing louder',
  diminuendo: 'growing softer',
  dim: 'growing softer',
  tutti: 'everybody',
  solo: 'one alone',
};

/** What a word on the page means, if it is one that is known; in other words it says itself what it means. */
function meaningOf(text: string): string | undefined {
  const plain = text.toLowerCase().replace(/[.,]/g, '').trim();
  const whole = GLOSSARY[plain];
  if (whole !== undefined) return whole;
  const known = Object.keys(GLOSSARY).find(
    (w) => plain.split(/\s+/).includes(w) || (w.includes(' ') && plain.includes(w)),
  );
  return known === undefined ? undefined : GLOSSARY[known];
}

/** A slide smears what is not touched by the tongue. Common practice, no source. */
const SLUR_ON_SLIDE = 'keep the air going, and touch each note with a soft “da”, so that the slide does not smear';
const SLUR = 'tongue the first note only; the air does not stop until the last';

const hasSlide = ({ system }: Pick<Instrument, 'system'>): boolean =>
  system.kind === 'brass' && system.tube.kind === 'slide';

/** What a slur tells its players: where several kinds read one sheet, each hears its own. */
function slurWords(players: readonly Pick<Instrument, 'system'>[]): string {
  if (players.every(hasSlide)) return SLUR_ON_SLIDE;
  return players.some(hasSlide) ? `${SLUR}; trombones: ${SLUR_ON_SLIDE}` : SLUR;
}

/**
 * A sign or word with what it tells the players.
 * @example { name: 'tie', meaning: 'joins two notes …' }
 */
export function signWords(
  { kind, text }: SignUsed,
  players: readonly Pick<Instrument, 'system'>[],
): { readonly name: string; readonly meaning: string } {
  if (kind === 'slur') return { name: 'slur', meaning: slurWords(players) };
  if (kind === 'tempo-words' || kind === 'words')
    return {
      name: `“${text ?? ''}”`,
      meaning: meaningOf(text ?? '') ?? (kind === 'tempo-words' ? 'how it is to go' : 'a word to the players'),
    };
  const [name, meaning] = SIGN_WORDS[kind];
  return { name, meaning };
}
