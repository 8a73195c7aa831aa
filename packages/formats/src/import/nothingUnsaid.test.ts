import { notesOf, toNumber, durationQuarters, type Problem, type Score, type Written } from '@cifra/core';
import { readAbc } from '../abc/readAbc';
import { readMusicXml } from '../musicxml/readMusicXml';

/*
 * What a file has and Cifra does not take is said: each thing is planted in a file that is taken whole without it.
 */

const NOTE = (step: string, more = '') =>
  `<note>${more}<pitch><step>${step}</step><octave>4</octave></pitch><duration>1</duration><type>quarter</type></note>`;
const file = (inside: string, { last = NOTE('F'), after = '', part = '' } = {}): string =>
  `<score-partwise version="4.0"><part-list><score-part id="P1"><part-name>Flute</part-name></score-part></part-list>
  <part id="P1"><measure number="1"><attributes><divisions>1</divisions><key><fifths>0</fifths></key>
  <time><beats>4</beats><beat-type>4</beat-type></time></attributes>${NOTE('C')}${NOTE('D')}${inside}${NOTE('E')}${last}${after}
  </measure>${part}</part></score-partwise>`;

function taken(read: ReturnType<typeof readMusicXml>): { score: Score<Written>; problems: readonly Problem[] } {
  if (!read.ok || read.value.kind !== 'line') throw new Error(JSON.stringify(read));
  return { score: read.value.score, problems: read.problems };
}
const codes = (read: ReturnType<typeof readMusicXml>): string[] => taken(read).problems.map((p) => p.code);

const ROOT = '<root><root-step>C</root-step></root>';
const harmony = (root: string, kind = 'major', after = ''): string =>
  `<harmony>${root}<kind>${kind}</kind>${after}</harmony>`;
const direction = (inside: string, sound = ''): string =>
  `<direction><direction-type>${inside}</direction-type>${sound}</direction>`;

describe('MusicXML', () => {
  it('is taken whole without them', () => expect(codes(readMusicXml(file('')))).toEqual([]));

  it.each<[string, string, string]>([
    ['a grace note', `<note><grace/><pitch><step>G</step><octave>4</octave></pitch></note>`, 'grace-note'],
    ['a segno at the bar line', '<barline location="right"><segno/></barline>', 'jump'],
    ['a repeat inside the bar', '<barline location="middle"><repeat direction="backward"/></barline>', 'repeat-inside'],
    ['a chord symbol without a root', harmony('<function>V</function>'), 'chord-symbols'],
    ['a chord symbol without a printed form', harmony(ROOT, 'Neapolitan'), 'chord-symbols'],
    ['a chord symbol between two notes', harmony(ROOT, 'major', '<offset>0.5</offset>'), 'chord-symbols'],
    ['a second chord symbol at a note', harmony(ROOT) + harmony(ROOT), 'chord-symbols'],
    ['a figured bass', '<figured-bass><figure/></figured-bass>', 'other-element'],
    ['an octave line', direction('<octave-shift type="up" size="8"/>'), 'octave-line'],
    ['a clef inside the bar', '<attributes><clef><sign>F</sign><line>4</line></clef></attributes>', 'clef'],
    ['an element of its own', '<fanfare/>', 'other-element'],
  ])('%s is said', (_name, inside, code) => expect(codes(readMusicXml(file(inside)))).toContain(code));

  it.each<[string, string, string]>([
    ['a second verse', '<lyric number="1"><text>la</text></lyric><lyric number="2"><text>lo</text></lyric>', 'verses'],
    ['a verse under a note that has no first', '<lyric number="2"><text>lo</text></lyric>', 'verses'],
    ['a whole sentence under one note', `<lyric><text>${'la '.repeat(30)}</text></lyric>`, 'lyrics'],
  ])('%s is said', (_name, lyric, code) =>
    expect(codes(readMusicXml(file('', { last: NOTE('F').replace('</note>', `${lyric}</note>`) })))).toContain(code),
  );

  it('a cue note is said, and what follows it stays where it is', () => {
    const read = taken(readMusicXml(file('').replace(NOTE('D'), NOTE('D', '<cue/>'))));
    expect(read.problems.map((p) => p.code)).toContain('cue-note');
    const [first] = read.score.measures;
    expect(first?.events.map((e) => [e.kind, toNumber(durationQuarters(e.duration))])).toEqual([
      ['note', 1],
      ['rest', 1],
      ['note', 1],
      ['note', 1],
    ]);
  });

  const second = NOTE('A').replace('<type>', '<voice>2</voice><type>');
  const back = (quarters: number): string => `<backup><duration>${quarters}</duration></backup>`;
  it.each<[string, string, readonly string[]]>([
    ['that stops after two quarters', `${back(2)}${second.repeat(4)}`, ['note', 'note', 'rest']],
    ['before time that passes', '<forward><duration>2</duration></forward>', ['note', 'note', 'rest']],
    ['that stops with the others', `${back(2)}${second.repeat(2)}`, ['note', 'note']],
  ])('a voice %s rests as long as the bar goes on', (_name, inside, kinds) => {
    const read = readMusicXml(file(inside, { last: '' }).replace(NOTE('E'), ''), { part: 0, voice: '1' });
    expect(taken(read).score.measures[0]?.events.map((e) => e.kind)).toEqual(kinds);
  });

  it.each<[string, readonly string[]]>([
    ['<beats>3+2</beats><beat-type>8</beat-type>', ['5/8', '3+2/8']],
    ['<beats>2</beats><beat-type>4</beat-type><beats>3</beats><beat-type>8</beat-type>', ['7/8', '2/4 + 3/8']],
  ])('an additive meter, %s, is taken as long as it is, and said', (time, [length, written]) => {
    const read = taken(readMusicXml(file('').replace('<beats>4</beats><beat-type>4</beat-type>', time)));
    const { meter } = read.score.measures[0] ?? {};
    expect(`${meter?.beats}/${meter?.unit}`).toBe(length);
    expect(read.problems.find((p) => p.code === 'meter-sum')?.facts).toEqual({ written, taken: length });
  });

  it.each([
    '<senza-misura/>',
    '<beats>3+x</beats><beat-type>4</beat-type>',
    '<beats>20+20</beats><beat-type>4</beat-type>',
  ])('a meter that cannot be read, %s, is said', (time) =>
    expect(codes(readMusicXml(file('').replace('<beats>4</beats><beat-type>4</beat-type>', time)))).toContain('meter'),
  );

  it.each<[string, string, readonly string[]]>([
    ['a segno', direction('<segno/>'), ['segno']],
    ['a jump in words', direction('<words>D.C. al Fine</words>', '<sound dacapo="yes"/>'), ['dc-fine']],
    ['a jump in words of its own', direction('<words>once more</words>', '<sound dacapo="yes"/>'), ['dc']],
    ['a jump that is only played', '<sound dalsegno="1"/>', ['ds']],
    ['Fine', direction('<words>Fine</words>', '<sound fine="yes"/>'), ['fine']],
    ['To Coda', direction('<words>To Coda</words>', '<sound tocoda="1"/>'), ['to-coda']],
  ])('%s is taken', (_name, inside, signs) => {
    const read = taken(readMusicXml(file(inside)));
    expect([read.score.measures[0]?.navigation, read.problems]).toEqual([signs, []]);
  });

  it('all words at one note are taken, as a tempo too', () => {
    const words = ['dolce', 'solo'].map((w) => direction(`<words>${w}</words>`)).join('');
    expect(taken(readMusicXml(file(words))).score.measures[0]?.events[2]?.words).toBe('dolce solo');
    const tempo = ['Andante', 'con moto'].map((w) => direction(`<words>${w}</words>`)).join('');
    const read = readMusicXml(file('').replace('</attributes>', `</attributes>${tempo}`));
    expect(taken(read).score.measures[0]?.tempo?.words).toBe('Andante con moto');
  });

  it.each<[string, string, string, string]>([
    ['words after the last note', '', direction('<words>sigh</words>'), 'text'],
    ['a dynamic after the last note', '', direction('<dynamics><p/></dynamics>'), 'dynamics'],
    ['a hairpin without an end', direction('<wedge type="crescendo"/>'), '', 'hairpin'],
    ['one of two dynamics at a note', direction('<dynamics><p/></dynamics>').repeat(2), '', 'dynamics'],
  ])('%s: what no note takes is said', (_name, inside, after, code) =>
    expect(codes(readMusicXml(file(inside, { after })))).toEqual([code]),
  );

  it('a tempo that is given for playback alone is taken', () => {
    const played = file('').replace('</attributes>', '</attributes><sound tempo="76"/>');
    expect(taken(readMusicXml(played)).score.measures[0]?.tempo?.mark).toEqual({
      value: 'quarter',
      dots: 0,
      perMinute: 76,
    });
  });
});

const abc = (body: string, head = 'K:C') => readAbc(`X:1\nT:A\nM:4/4\nL:1/4\n${head}\n${body}\n`);

describe('ABC', () => {
  // The ABC music standard 2.1, section 5.1: its signs, with the words where they belong.
  it.each([
    ['snow is fall-ing', 'C D E F|', 'snow is fall- ing'],
    ['a _ b * c', 'C2 D z E F G|', 'a . b . c'],
    ['* * a', 'z C z D E|', '. . a'],
    ['a | b', 'C D E|F G|', 'a . . b .'],
    ['of~the day', 'C D E|', 'of the day .'],
    ['time - less', 'C D E|', 'time- . less'],
    ['x\\-y 50\\% % nothing', 'C D E|', 'x-y 50% .'],
    ['a b__c', '{g}C D E [FA] G|', 'a b . . c'],
  ])('the words %s stand under %s', (words, music, expected) => {
    const read = taken(readAbc(`X:1\nT:A\nM:none\nL:1/4\nK:C\n${music}\nw: ${words}\nA B|\n`));
    const under = read.score.measures.flatMap((m) =>
      m.events.flatMap((e) =>
        e.kind === 'note' ? [e.syllable === undefined ? '.' : e.syllable.text + (e.syllable.hyphen ? '-' : '')] : [],
      ),
    );
    expect(under.slice(0, -2).join(' ')).toBe(expected);
  });

  it('takes all words at one note', () => {
    const read = taken(readAbc('X:1\nT:A\nM:4/4\nL:1/4\nK:C\n"^dolce""_To Coda""_sfp""_solo"C D E F|\n'));
    const [bar] = read.score.measures;
    expect([bar?.navigation, bar?.events[0]?.dynamic, bar?.events[0]?.words]).toEqual([
      ['to-coda'],
      'sfp',
      'dolce solo',
    ]);
  });

  it('takes an additive meter as long as it is, and says so', () => {
    const read = taken(readAbc('X:1\nT:A\nM:(2+3)/8\nL:1/8\nK:C\nCDEFG|\n'));
    expect(read.score.measures[0]?.meter).toEqual({ beats: 5, unit: 8 });
    expect(read.problems.map((p) => p.code)).toEqual(['meter-sum']);
  });

  it('is taken whole without them', () => expect(codes(abc('CDEF|GABc|]'))).toEqual([]));

  it.each<[string, string, string | undefined, string]>([
    ['a second verse', 'CDEF|\nw:la la la la\nw:lo lo lo lo', undefined, 'verses'],
    ['words after the last note', 'CDEF|\nW:and once more', undefined, 'words-after'],
    ['an order of parts', 'CDEF|', 'P:AAB\nK:C', 'part-order'],
    ['words beyond the notes', 'CDEF|\nw:la la la la and more', undefined, 'lyrics-over'],
    ['a second chord symbol at a note', '"G7""C"CDEF|', undefined, 'chord-symbols'],
    ['a grace note', '{g}CDEF|', undefined, 'grace-note'],
    ['a slur without an end', '(CDEF|', undefined, 'slur-without-end'],
    ['a hairpin without an end', '!<(!CDEF|', undefined, 'hairpin'],
  ])('%s is said', (_name, body, head, code) => expect(codes(abc(body, head))).toContain(code));

  it.each<[string, string, readonly (readonly string[] | undefined)[]]>([
    ['jumps at the bar line', 'CDEF!fine!|GABc!D.C.alfine!|]', [['fine'], ['dc-fine']]],
    ['signs over notes', '!segno!CDEF|"_To Coda"GABc|]', [['segno'], ['to-coda']]],
    ['a coda at the bar line', 'CDEF!coda!|GABc|]', [undefined, ['coda']]],
  ])('%s are taken', (_name, body, signs) => {
    const read = taken(abc(body));
    expect([read.score.measures.map((m) => m.navigation), read.problems]).toEqual([signs, []]);
  });

  it('further tunes are offered', () => {
    const read = readAbc('X:1\nT:One\nL:1/4\nK:C\nCDEF|\n\nX:2\nT:Two\nL:1/4\nK:G\nGABc|\n');
    expect(read.ok && read.value.kind === 'choose' && read.value.candidates.map((c) => c.partName)).toEqual([
      'One',
      'Two',
    ]);
    const second = taken(readAbc('X:1\nT:One\nK:C\nCDEF|\n\nX:2\nT:Two\nK:G\nGABc|\n', { part: 1, voice: '1' }));
    expect([second.score.title, second.score.measures[0]?.key?.fifths]).toEqual(['Two', 1]);
  });

  it('a signature that mixes sharps and flats stands at the notes', () => {
    const read = taken(abc('FGAB|F^FBG|', 'K:C exp ^f _b'));
    expect(read.problems.map((p) => p.code)).toContain('key-custom');
    expect(notesOf(read.score).map((n) => n.pitch.alter)).toEqual([1, 0, 0, -1, 1, 1, -1, 0]);
  });
});
