import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import {
  notesOf,
  openingOf,
  pitchText,
  placeMeasures,
  accidentalsInForce,
  type Score,
  type Written,
} from '@cifra/core';
import { readMusicXml } from './readMusicXml';

const QUARTET = readFileSync(join(__dirname, '../fixtures/evening-quartet.musicxml'), 'utf8');

function lineOf(part: number, voice = '1'): { score: Score<Written>; problems: string[]; owner: string } {
  const read = readMusicXml(QUARTET, { part, voice });
  if (!read.ok || read.value.kind !== 'line') throw new Error(JSON.stringify(read));
  return {
    score: read.value.score,
    owner: read.value.suggestedOwner,
    problems: read.problems.map((p) => `${p.measure ?? '-'} ${p.code}`),
  };
}

describe('a MusicXML score of several parts', () => {
  it('asks which line is meant, and says which cannot be', () => {
    const read = readMusicXml(QUARTET);
    expect(read.ok && read.value.kind === 'choose' && read.value.candidates).toEqual([
      { part: 0, voice: '1', partName: 'Clarinet in B♭', measures: 5, notes: 11 },
      { part: 1, voice: '1', partName: 'Piano', measures: 5, notes: 1 },
      { part: 1, voice: '5', partName: 'Piano', measures: 5, notes: 1 },
      { part: 2, voice: '1', partName: 'Drumset', measures: 1, notes: 1, unusable: 'percussion-part' },
    ]);
    expect(readMusicXml(QUARTET, { part: 2, voice: '1' }).problems[0]).toMatchObject({
      code: 'percussion-part',
      facts: { part: 'Drumset' },
    });
    expect(readMusicXml(QUARTET, { part: 9, voice: '1' }).problems[0]?.code).toBe('no-such-part');
    expect(readMusicXml(QUARTET, { part: 0, voice: '7' }).problems[0]?.code).toBe('no-such-voice');
  });

  it('keeps everything that the model holds', () => {
    const { score, owner } = lineOf(0);
    expect(owner).toBe('clarinet');
    expect(score).toMatchObject({ title: 'Evening Quartet', composer: 'Nobody in particular' });
    expect(openingOf(score)).toMatchObject({
      clef: 'treble',
      key: { fifths: 1, mode: 'major' },
      meter: { beats: 4, unit: 4, symbol: 'common' },
    });
    expect(score.measures[0]).toMatchObject({
      pickup: true,
      tempo: { words: 'Andante', mark: { value: 'quarter', dots: 0, perMinute: 72 } },
    });
    expect(score.measures[0]?.events[0]).toMatchObject({ dynamic: 'mp' });
    expect(notesOf(score).map((n) => pitchText(n.pitch))).toEqual([
      'D4',
      'G4',
      'A4',
      'D5',
      'F#4',
      'F#4',
      'G4',
      'A4',
      'B4',
      'G4',
      'G4',
    ]);
    expect(score.slurs).toHaveLength(1);
    expect(notesOf(score)[4]?.tie).toBe(true);
    expect(score.measures.map((m) => [m.repeatStart === true, m.repeatEnd === true, m.ending?.[0]])).toEqual([
      [false, false, undefined],
      [false, false, undefined],
      [true, false, undefined],
      [false, true, 1],
      [false, false, 2],
    ]);
    expect(score.measures[2]?.events.map((e) => e.tupletPlace)).toEqual([
      undefined,
      'start',
      'inside',
      'stop',
      undefined,
    ]);
    expect(score.measures[3]?.events[0]?.fermata).toBe(true);
    expect(placeMeasures(score).map((p) => p.number)).toEqual([0, 1, 2, 3, 4]);
    expect([...accidentalsInForce(score).values()].filter((r) => r.sign !== undefined)).toEqual([]);
  });

  it('lists by bar what it could not take', () => {
    expect(lineOf(0).problems).toEqual(['1 grace-note', '1 chord']);
    expect(lineOf(1).problems).toEqual(['- two-voices']);
  });

  it('fills the gap before a voice that enters late', () => {
    const { score } = lineOf(1, '5');
    expect(score.measures[1]?.events.map((e) => [e.kind, e.duration.value])).toEqual([
      ['rest', 'half'],
      ['note', 'half'],
    ]);
  });
});

describe('MusicXML that is wrong', () => {
  const part = (measures: string, extra = ''): string =>
    `<score-partwise><part-list><score-part id="P1"><part-name>X</part-name></score-part></part-list><part id="P1">${measures}</part>${extra}</score-partwise>`;
  const note = (step = 'C', duration = '1', more = ''): string =>
    `<note><pitch><step>${step}</step><octave>4</octave></pitch><duration>${duration}</duration>${more}</note>`;
  const attributes =
    '<attributes><divisions>1</divisions><time><beats>4</beats><beat-type>4</beat-type></time></attributes>';

  it.each<[string, string, string]>([
    ['cut short', QUARTET.slice(0, 3000), 'broken-xml'],
    ['other XML', '<html><body/></html>', 'not-musicxml'],
    ['timewise', '<score-timewise/>', 'musicxml-timewise'],
    [
      'with an entity bomb',
      `<?xml version="1.0"?><!DOCTYPE lolz [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;&a;">]>${part(note())}`,
      'xml-doctype-entities',
    ],
    ['with an unknown entity', part(note('C', '&xxe;')), 'broken-xml'],
    ['empty of notes', part('<measure number="1"/>'), 'no-music'],
    ['nested without end', '<a>'.repeat(5000), 'broken-xml'],
    ['5,000 bars long', part(`<measure number="1">${attributes}${note()}</measure>`.repeat(5000)), 'too-many-measures'],
    ['crowded', part(`<measure number="1">${attributes}${note().repeat(500)}</measure>`), 'too-many-notes'],
    [
      'out of every range',
      part(
        `<measure number="1"><note><pitch><step>C</step><octave>14</octave></pitch><duration>4</duration></note></measure>`,
      ),
      'pitch-range',
    ],
  ])('%s is refused with its own code', (_what, xml, code) => {
    const read = readMusicXml(xml);
    expect(read.ok).toBe(false);
    expect(read.problems[0]).toMatchObject({ code, severity: 'error' });
  });

  it.each<[string, string, string]>([
    [
      'a bar too long',
      part(`<measure number="1">${attributes}${note('C', '4')}${note('D', '1')}</measure>`),
      '1 measure-too-long notice',
    ],
    [
      'a bar too short in the middle',
      part(
        `<measure number="1">${attributes}${note('C', '4')}</measure><measure number="2">${note('D', '3')}</measure><measure number="3">${note('D', '4')}</measure>`,
      ),
      '2 measure-too-short notice',
    ],
    [
      'a tie to another pitch',
      part(`<measure number="1">${attributes}${note('C', '2', '<tie type="start"/>')}${note('D', '2')}</measure>`),
      '1 tie-without-end repaired',
    ],
    [
      'a quarter tone',
      part(
        `<measure number="1">${attributes}<note><pitch><step>C</step><alter>0.5</alter><octave>4</octave></pitch><duration>4</duration></note></measure>`,
      ),
      '1 microtone repaired',
    ],
    [
      'a length of five quarters',
      part(
        `<measure number="1"><attributes><divisions>1</divisions><time><beats>5</beats><beat-type>4</beat-type></time></attributes>${note('C', '5')}</measure>`,
      ),
      '',
    ],
    [
      'a mixed signature',
      part(
        `<measure number="1"><attributes><divisions>1</divisions><key><key-step>B</key-step><key-alter>-1</key-alter><key-step>F</key-step><key-alter>1</key-alter></key></attributes>${note('C', '4')}</measure>`,
      ),
      '1 key-custom repaired',
    ],
    [
      'an octave line',
      part(
        `<measure number="1">${attributes}<direction><direction-type><octave-shift type="down"/></direction-type><direction-type><segno/></direction-type></direction>${note('C', '4')}</measure>`,
      ),
      '1 octave-line left-out',
    ],
  ])('%s is kept and listed', (_what, xml, expected) => {
    const read = readMusicXml(xml);
    expect(read.ok).toBe(true);
    expect(read.problems.map((p) => `${p.measure} ${p.code} ${p.severity}`).join('|')).toBe(expected);
  });

  it('joins a length that no note can show by ties', () => {
    const read = readMusicXml(
      part(
        `<measure number="1"><attributes><divisions>1</divisions><time><beats>5</beats><beat-type>4</beat-type></time></attributes>${note('C', '5')}</measure>`,
      ),
    );
    expect(
      read.ok && read.value.kind === 'line' && notesOf(read.value.score).map((n) => [n.duration.value, n.tie === true]),
    ).toEqual([
      ['whole', true],
      ['quarter', false],
    ]);
  });
});
