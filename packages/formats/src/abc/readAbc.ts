import abcjs from 'abcjs';
import { failure, type Result, success } from '@cifra/core';
import { assembleScore } from '../import/assembleScore';
import type { Candidate, FileImport, LineChoice } from '../import/fileImport';
import { settleOwner } from '../import/owner';
import { ProblemList } from '../import/problemList';
import { usualLetters } from '../import/toConcert';
import type { AbcTune, Stream } from './abcElement';
import { clefName, readTempo } from './abcSigns';
import { AbcVoiceReader } from './abcVoiceReader';
import { wordsUnder } from './wordsUnder';

/** The voice that stands at a place of the text: the last one named before it, by a field or inside a line. */
function voiceNames(text: string): (at: number) => string {
  const named = [...text.matchAll(/^[ \t]*V:[ \t]*(\S+)|\[V:[ \t]*([^\]\s]+)/gm)].map((m) => ({
    at: m.index,
    voice: m[1] ?? m[2] ?? '',
  }));
  return (at) => named.filter((n) => n.at <= at).at(-1)?.voice ?? '';
}

/**
 * The voices of a tune as streams. The parser gives staves line by line; where one voice has more lines than another,
 * its staff moves up, so that a stream goes by the voice's own name and not by its place.
 */
function streamsOf(tune: AbcTune, text: string): Stream[] {
  const streams = new Map<string, Stream>();
  const voiceOf = voiceNames(text);
  for (const line of tune.lines) {
    let at = 0;
    for (const staff of line.staff ?? []) {
      staff.voices.forEach((elements, v) => {
        const start = elements.find((e) => e.startChar !== undefined && e.startChar >= 0)?.startChar;
        const voice = start === undefined ? '' : voiceOf(start);
        const name = voice === '' ? `place ${at}` : `${voice} ${v}`;
        const stream = streams.get(name) ?? {
          name: staff.title?.[v] ?? '',
          elements: [],
          clef: clefName(staff.clef?.type ?? 'treble', staff.clef?.clefPos),
          transpose: staff.clef?.transpose ?? 0,
          key: staff.key,
          meter: staff.meter,
        };
        streams.set(name, stream);
        // Signatures of later lines matter only where they changed; the change stands in the line before as an element.
        stream.elements.push(...elements);
        at += 1;
      });
    }
  }
  return [...streams.values()];
}
/** @param tune what the tune is called, where the file has several */
const candidateOf = (s: Stream, part: number, tune: string | undefined): Candidate => ({
  part,
  voice: '1',
  partName: [tune, s.name].filter((n) => n !== undefined && n !== '').join(', ') || `Voice ${part + 1}`,
  measures: s.elements.filter((e) => e.el_type === 'bar').length,
  notes: s.elements.filter((e) => e.pitches !== undefined).length,
  ...(s.clef === 'perc' && { unusable: 'percussion-part' as const }),
});

/**
 * Reads ABC 2.1 text: one voice of one of its tunes.
 *
 * Signs hold for their own octave until the bar line, as on a staff; where the standard's default would read
 * another octave differently, the bar is listed.
 * @returns the line, or the voices of all tunes to choose from
 */
export function readAbc(text: string, choice?: LineChoice): Result<FileImport> {
  const problems = new ProblemList();
  if (!/^[ \t]*K:/m.test(text)) return failure('broken-abc', { facts: { missing: 'K:' } });
  let tunes: AbcTune[];
  try {
    tunes = abcjs.parseOnly(text) as unknown as AbcTune[];
  } catch (e) {
    // The parser throws on some malformed text; that is bad input here, not a bug of ours.
    return failure('broken-abc', { facts: { detail: e instanceof Error ? e.message.slice(0, 100) : 'unreadable' } });
  }
  const streams = tunes.flatMap((tune, n) =>
    streamsOf(tune, text)
      .filter((s) => s.elements.length > 0)
      .map((stream) => ({ stream, tune, n })),
  );
  const candidates = streams
    .map(({ stream, tune, n }, part) =>
      candidateOf(stream, part, tunes.length > 1 ? (tune.metaText.title ?? `Tune ${n + 1}`) : undefined),
    )
    .filter((c) => c.notes > 0);
  if (candidates.length === 0) return failure('no-music');
  if (choice === undefined && candidates.length > 1) return success({ kind: 'choose', format: 'abc', candidates });
  const candidate = choice === undefined ? candidates[0] : candidates.find((c) => c.part === choice.part);
  const chosen = candidate === undefined ? undefined : streams[candidate.part];
  if (candidate === undefined || chosen === undefined) return failure('no-such-part');
  if (candidate.unusable !== undefined) return failure(candidate.unusable, { facts: { part: candidate.partName } });
  const { stream, tune } = chosen;
  for (const w of tune.warnings ?? []) {
    const plain = w
      .replace(/<[^>]*>/g, '')
      .replace(/\s+/g, ' ')
      .trim();
    // Lengths are judged where they are read: a whole rest that fills its bar is right, whatever is said here.
    if (plain.includes('Duration not representable')) continue;
    const [, line, column, detail] = /^Music Line:(\d+):(\d+): (.*)$/.exec(plain) ?? [];
    problems.add('abc-warning', 'left-out', {
      ...(line !== undefined && { line: Number(line) }),
      facts: { detail: (detail ?? plain).slice(0, 160), ...(column !== undefined && { column: Number(column) }) },
    });
  }
  const { partOrder, unalignedWords } = tune.metaText;
  if (partOrder !== undefined) problems.add('part-order', 'left-out', { facts: { order: partOrder.slice(0, 60) } });
  if ((unalignedWords ?? []).length > 0) problems.add('words-after', 'left-out');
  const voice = new AbcVoiceReader(
    stream,
    problems,
    readTempo(tune.metaText.tempo),
    wordsUnder(text, stream.elements, problems),
  );
  const steps = stream.transpose;
  const { suggestedOwner, measures } = settleOwner(
    stream.name,
    voice.measures,
    steps === 0 ? [] : [{ chromatic: steps, diatonic: usualLetters(steps), bar: 0 }],
    problems,
  );
  const score = assembleScore(
    {
      title: tune.metaText.title ?? '',
      ...(tune.metaText.composer !== undefined && { composer: tune.metaText.composer }),
      measures,
      slurs: voice.slurs,
      hairpins: voice.hairpins,
    },
    problems,
  );
  return score.ok
    ? success({ kind: 'line', format: 'abc', score: score.value, suggestedOwner, candidate }, score.problems)
    : score;
}
