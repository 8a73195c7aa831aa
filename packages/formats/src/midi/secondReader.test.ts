import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { notesOf, perform, realize, type Score, type Written } from '@cifra/core';
import { oddLine, plainLine } from '@cifra/core/testing';
import { writeMidi } from './writeMidi';

/** A note as a file has it: pitch, start and length in ticks. */
interface Heard {
  readonly pitch: number;
  readonly at: number;
  ticks: number;
}

/** What mftext of Debian's abcmidi reads of a file: a reader that knows nothing of what wrote it. */
function readByMftext(file: string): {
  readonly division: number;
  readonly notes: readonly Heard[];
  readonly meters: readonly string[];
} {
  const text = execFileSync('mftext', [file], { encoding: 'utf8' });
  const notes: Heard[] = [];
  const meters: string[] = [];
  for (const line of text.split('\n')) {
    const note = /^Time=(\d+)\s+Note (on|off), chan=\d+ pitch=(\d+)/.exec(line);
    if (note !== null) {
      const [at, pitch] = [Number(note[1]), Number(note[3])];
      const begun = notes.filter((n) => n.pitch === pitch && n.ticks < 0).at(-1);
      if (note[2] === 'on') notes.push({ pitch, at, ticks: -1 });
      else if (begun !== undefined) begun.ticks = at - begun.at;
    }
    const meter = /Time signature=(\d+\/\d+)/.exec(line);
    if (meter !== null) meters.push(meter[1] as string);
  }
  return { division: Number(/division=(\d+)/.exec(text)?.[1]), notes, meters };
}

/** The same line without repeats, endings and jumps: every bar once. */
const straight = (line: Score<Written>): Score<Written> => ({
  ...line,
  measures: line.measures.map(({ repeatStart: _s, repeatEnd: _e, ending: _n, navigation: _j, ...measure }) => measure),
});

describe('a MIDI file, read by another program', () => {
  const folder = mkdtempSync(join(tmpdir(), 'cifra-midi-'));
  afterAll(() => rmSync(folder, { recursive: true }));
  const LINES = 150;

  it('has every struck note of odd lines at its place, for no longer than it is written', () => {
    let compared = 0;
    for (let seed = 1; seed <= LINES; seed++) {
      const { exercise } = oddLine(seed);
      const concert = realize({ ...exercise, source: straight(exercise.source) });
      if (notesOf(concert).length === 0) continue;
      const file = join(folder, `${seed}.mid`);
      writeFileSync(file, writeMidi(perform(concert), { title: 'Odd', program: 0, countIn: false }));
      const { division, notes, meters } = readByMftext(file);
      // The line anew, by nothing but the values of its notes and rests, counted in ticks.
      let at = 0;
      const written: Heard[] = [];
      for (const e of plainLine(concert)) {
        const last = written.at(-1);
        if (e.isNote && e.held && last !== undefined) last.ticks += e.ticks;
        else if (e.isNote) written.push({ pitch: e.sound, at, ticks: e.ticks });
        at += e.ticks;
      }
      expect([seed, division, notes.map((n) => `${n.pitch}@${n.at}`)]).toEqual([
        seed,
        6720,
        written.map((n) => `${n.pitch}@${n.at}`),
      ]);
      for (const [i, n] of notes.entries()) {
        expect([seed, i, n.ticks > 0 && n.ticks <= (written[i]?.ticks ?? 0)]).toEqual([seed, i, true]);
        compared += 1;
      }
      expect(meters).toEqual(
        concert.measures
          .map((m) => (m.meter === undefined ? '' : `${m.meter.beats}/${m.meter.unit}`))
          .filter((m, i, all) => m !== '' && m !== all.slice(0, i).filter(Boolean).at(-1)),
      );
    }
    expect(compared).toBeGreaterThan(2000);
  });
});
