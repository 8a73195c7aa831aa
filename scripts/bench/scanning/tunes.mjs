// Beginner tunes made by seed, for pages that a reader of pictures is held against: what is on them is known.
import { chance } from '../../reader/chance.mjs';

const LETTERS = 'CDEFGAB';
const CLEFS = {
  treble: { middle: 34, shape: 'G' },
  bass: { middle: 22, shape: 'F' },
  alto: { middle: 28, shape: 'C' },
  tenor: { middle: 26, shape: 'C' },
};
const METERS = [
  [4, 4],
  [4, 4],
  [3, 4],
  [3, 4],
  [2, 4],
  [6, 8],
];
/** Ways to fill a beat or more, in sixteenths. */
const CELLS = [
  [16],
  [12],
  [8],
  [8],
  [4],
  [4],
  [4],
  [4],
  [2, 2],
  [2, 2],
  [6, 2],
  [3, 1],
  [1, 1, 1, 1],
  [1, 1, 2],
  [2, 1, 1],
  [2, 4, 2],
];
const COMPOUND = [[12], [6], [6], [2, 2, 2], [4, 2], [2, 4], [3, 1, 2]];

/**
 * A tune of beginner music.
 * @returns lines of bars of events; an event's length is in sixteenths, of three in the time of two where `triplet` is
 */
export function makeTune(seed, lines = 2) {
  const r = chance(seed);
  const clef = r.among({ treble: 10, bass: 6, alto: 1, tenor: 1 });
  const fifths = r.int(-3, 2);
  const [beats, unit] = r.pick(METERS);
  const full = (beats * 16) / unit;
  const { middle } = CLEFS[clef];
  let at = middle + r.int(-4, 2);
  const step = () => {
    at += r.pick([-2, -1, -1, -1, 0, 1, 1, 1, 2, -3, 3]);
    at = Math.max(middle - 7, Math.min(middle + 6, at));
    return at;
  };
  const isEasy = r.is(0.5);
  const event = (length, more = {}) => {
    const isRest = more.isNote !== true && r.is(0.12);
    const e = { length, ...more };
    if (isRest) return { ...e, kind: 'rest' };
    e.kind = 'note';
    e.step = step();
    if (r.is(0.06)) e.sign = r.pick(['sharp', 'flat', 'natural']);
    if (r.is(0.05)) e.artic = r.pick(['staccato', 'accent', 'tenuto']);
    if (r.is(0.015)) e.fermata = true;
    if (r.is(0.03)) e.dynamic = r.pick(['p', 'mf', 'f', 'mp']);
    return e;
  };
  const bars = [];
  const perLine = r.int(3, 5);
  for (let b = 0; b < lines * perLine; b++) {
    const events = [];
    let left = b === 0 && r.is(0.15) ? 4 * (full > 8 ? r.int(1, 2) : 1) : full;
    const pickup = left < full;
    if (b > 0 && r.is(0.03)) {
      bars.push({ events: [{ kind: 'rest', length: full, whole: true }] });
      continue;
    }
    while (left > 0) {
      const cells = (unit === 8 ? COMPOUND : CELLS).filter(
        (c) => c.reduce((x, y) => x + y, 0) <= left && (!isEasy || !c.includes(1)),
      );
      if (unit === 4 && !isEasy && left >= 4 && r.is(0.06)) {
        for (let i = 0; i < 3; i++) events.push(event(2, { triplet: i, isNote: true }));
        left -= 4;
        continue;
      }
      const cell = cells.length > 0 ? r.pick(cells) : [left];
      for (const length of cell) events.push(event(length, { isNote: cell.length > 1 }));
      left -= cell.reduce((x, y) => x + y, 0);
    }
    bars.push({ events, pickup });
  }
  // Ties between neighbours of one place, slurs over a few.
  const notes = bars.flatMap((b) => b.events);
  notes.forEach((n, i) => {
    const next = notes[i + 1];
    if (n.kind === 'note' && next?.kind === 'note' && r.is(0.05)) {
      next.step = n.step;
      delete next.sign;
      n.tie = true;
    } else if (
      n.kind === 'note' &&
      next?.kind === 'note' &&
      next.step !== n.step &&
      bars.some((b) => b.events.includes(n) && b.events.includes(next)) &&
      r.is(0.06)
    )
      n.slur = true;
  });
  const repeat = r.is(0.25);
  return { title: `No. ${seed % 1000}`, clef, fifths, meter: [beats, unit], bars, perLine, repeat };
}

const KEYS = { '-3': 'Eb', '-2': 'Bb', '-1': 'F', 0: 'C', 1: 'G', 2: 'D', 3: 'A' };
const VALUE = { 16: 'whole', 8: 'half', 4: 'quarter', 2: 'eighth', 1: '16th' };
/** Value and dots of a length in sixteenths. */
export const valueOf = (length) =>
  VALUE[length] !== undefined ? { value: VALUE[length], dots: 0 } : { value: VALUE[(length / 3) * 2], dots: 1 };

const SHARPS = 'FCGDAEB';
/** What a reader should find: pitch with its sign in force and value of each note and rest, bar by bar. */
export function truthOf(tune) {
  const signed = tune.fifths > 0 ? SHARPS.slice(0, tune.fifths) : [...SHARPS].reverse().join('').slice(0, -tune.fifths);
  let held;
  return tune.bars.map((bar) => {
    const inForce = new Map();
    return bar.events.map((e) => {
      if (e.kind === 'rest') {
        held = undefined;
        return e.whole ? 'rest whole-bar' : `rest ${valueOf(e.length).value}${'.'.repeat(valueOf(e.length).dots)}`;
      }
      const letter = LETTERS[e.step % 7];
      if (e.sign !== undefined) inForce.set(e.step, { sharp: 1, flat: -1, natural: 0 }[e.sign]);
      let alter = inForce.get(e.step) ?? (signed.includes(letter) ? Math.sign(tune.fifths) : 0);
      if (held?.step === e.step) alter = held.alter;
      held = e.tie ? { step: e.step, alter } : undefined;
      const { value, dots } = valueOf(e.length);
      return `${letter}${{ [-1]: 'b', 0: '', 1: '#' }[alter]}${Math.floor(e.step / 7)} ${value}${'.'.repeat(dots)}${e.triplet !== undefined ? ' of three' : ''}${e.tie ? ' tied' : ''}`;
    });
  });
}

/** The tune as ABC text. */
export function abcOf(tune, number = 1) {
  const [beats, unit] = tune.meter;
  const pitchText = (step) => {
    const octave = Math.floor(step / 7);
    const letter = LETTERS[step % 7];
    return octave >= 5 ? letter.toLowerCase() + "'".repeat(octave - 5) : letter + ','.repeat(4 - octave);
  };
  const length = (n) => (n === 1 ? '' : String(n));
  const full = (beats * 16) / unit;
  const bars = tune.bars.map((bar) => {
    let text = '';
    let run = 0;
    bar.events.forEach((e, i) => {
      const beat = unit === 8 ? 6 : 4;
      if (e.whole) {
        text += `z${full}`;
        return;
      }
      if (e.triplet === 0) text += '(3';
      if (bar.events[i - 1]?.slur !== true && e.slur) text += '(';
      if (e.dynamic) text += `!${e.dynamic}!`;
      if (e.fermata) text += '!fermata!';
      if (e.artic) text += { staccato: '.', accent: '!accent!', tenuto: '!tenuto!' }[e.artic];
      text +=
        (e.sign ? { sharp: '^', flat: '_', natural: '=' }[e.sign] : '') +
        (e.kind === 'rest' ? 'z' : pitchText(e.step)) +
        length(e.length);
      if (e.tie) text += '-';
      if (bar.events[i - 1]?.slur === true && !e.slur) text += ')';
      run += e.triplet === undefined ? e.length : 4 / 3;
      if (Math.abs(run % beat) < 0.01 || Math.abs((run % beat) - beat) < 0.01 || e.length >= beat) text += ' ';
    });
    return text;
  });
  const rows = [];
  for (let i = 0; i < bars.length; i += tune.perLine) {
    const isLast = i + tune.perLine >= bars.length;
    rows.push(bars.slice(i, i + tune.perLine).join('|') + (isLast ? (tune.repeat ? ':|' : '|]') : '|'));
  }
  return `X:${number}\nT:${tune.title}\nM:${beats}/${unit}\nL:1/16\nK:${KEYS[tune.fifths]} clef=${tune.clef}\n${rows.join('\n')}\n`;
}
