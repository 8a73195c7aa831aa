import { z } from 'zod';
import type { InstrumentId } from '../instrument/instrument';
import { isInstrumentId } from '../instrument/instrumentOf';
import { MODES } from '../key/key';
import { CLEFS } from '../key/signature';
import { STEPS } from '../pitch/pitch';
import { failure, type Problem, PROBLEM_CODES, type Result, success } from '../problem/problem';
import { CHORD_KIND, MAX_CHORD_KIND } from '../score/chordSymbol';
import { NOTE_VALUES } from '../score/duration';
import { ARTICULATIONS, DYNAMICS, NAVIGATION_SIGNS } from '../score/score';
import { type Exercise, KEY_CHOICES, SIMPLER_BARS } from './exercise';
import {
  MAX_EVENTS_PER_MEASURE,
  MAX_MEASURES,
  MAX_NOTES,
  MAX_SYLLABLE_LENGTH,
  MAX_TEXT_LENGTH,
  sizeFault,
} from './limits';
import { linesOf, MAX_LINES } from './lines';

const text = z.string().max(MAX_TEXT_LENGTH);
const id = z.string().regex(/^[A-Za-z][\w-]{0,39}$/);
const flag = z.boolean().optional();

/** A list whose length is looked at before what is in it. */
const list = <T extends z.ZodType>(of: T, most: number) => z.array(z.unknown()).max(most).pipe(z.array(of));
/** The same of a table by names. */
const table = <K extends z.core.$ZodRecordKey, T extends z.ZodType>(by: K, of: T, most: number) =>
  z.custom<Record<string, unknown>>((v) => namesIn(v) <= most).pipe(z.record(by, of));
const namesIn = (v: unknown): number => (typeof v === 'object' && v !== null ? Object.keys(v).length : 0);

const pitchSchema = z.strictObject({
  step: z.enum(STEPS),
  alter: z.int().min(-2).max(2),
  octave: z.int().min(-1).max(9),
});
const durationSchema = z.strictObject({
  value: z.enum(NOTE_VALUES),
  dots: z.int().min(0).max(3),
  tuplet: z.strictObject({ actual: z.int().min(2).max(15), normal: z.int().min(1).max(15) }).optional(),
});
const letterSchema = z.strictObject({ step: z.enum(STEPS), alter: z.int().min(-2).max(2) });
const eventBase = {
  id,
  duration: durationSchema,
  tupletPlace: z.enum(['start', 'inside', 'stop']).optional(),
  fermata: flag,
  dynamic: z.enum(DYNAMICS).optional(),
  words: text.optional(),
  chord: z
    .strictObject({
      root: letterSchema,
      kind: z.string().max(MAX_CHORD_KIND).regex(CHORD_KIND),
      bass: letterSchema.optional(),
    })
    .optional(),
};
const eventSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('note'),
    ...eventBase,
    pitch: pitchSchema,
    tie: flag,
    articulations: list(z.enum(ARTICULATIONS), 5).optional(),
    breathAfter: flag,
    courtesy: flag,
    syllable: z.strictObject({ text: z.string().min(1).max(MAX_SYLLABLE_LENGTH), hyphen: flag }).optional(),
  }),
  z.strictObject({ kind: z.literal('rest'), ...eventBase, wholeMeasure: flag }),
]);
/** Until November 2026 a bar said by another name that a system begins with it. */
function renameStartsLine(measure: unknown): unknown {
  if (typeof measure !== 'object' || measure === null || !('startsLine' in measure)) return measure;
  const { startsLine: startsSystem, ...rest } = measure;
  return { ...rest, startsSystem };
}

const measureSchema = z.strictObject({
  id,
  events: list(eventSchema, MAX_EVENTS_PER_MEASURE),
  clef: z.enum(CLEFS).optional(),
  key: z.strictObject({ fifths: z.int().min(-7).max(7), mode: z.enum(MODES) }).optional(),
  meter: z
    .strictObject({
      beats: z.int().min(1).max(24),
      unit: z.union([z.literal(1), z.literal(2), z.literal(4), z.literal(8), z.literal(16)]),
      symbol: z.enum(['common', 'cut']).optional(),
    })
    .optional(),
  tempo: z
    .strictObject({
      words: text.optional(),
      mark: z
        .strictObject({
          value: z.enum(NOTE_VALUES),
          dots: z.int().min(0).max(2),
          perMinute: z.number().min(10).max(400),
        })
        .optional(),
    })
    .optional(),
  pickup: flag,
  repeatStart: flag,
  repeatEnd: flag,
  ending: list(z.int().min(1).max(9), 9).optional(),
  endBar: z.enum(['double', 'final']).optional(),
  navigation: list(z.enum(NAVIGATION_SIGNS), NAVIGATION_SIGNS.length)
    .refine((all) => all.length > 0)
    .optional(),
  multiRest: z.int().min(2).max(MAX_MEASURES).optional(),
  startsSystem: flag,
});
const spanSchema = { from: id, to: id };

const lineSchema = z.strictObject({
  title: text,
  composer: text.optional(),
  measures: list(z.preprocess(renameStartsLine, measureSchema), MAX_MEASURES).refine((all) => all.length > 0),
  slurs: z.array(z.strictObject(spanSchema)),
  hairpins: z.array(z.strictObject({ ...spanSchema, kind: z.enum(['crescendo', 'diminuendo']) })),
});

const problemSchema = z.strictObject({
  code: z.enum(PROBLEM_CODES),
  severity: z.enum(['error', 'left-out', 'repaired', 'notice']),
  measure: z.int().min(0).max(MAX_MEASURES).optional(),
  line: z.int().min(0).optional(),
  facts: table(z.string().max(40), z.union([text, z.number()]), 20).optional(),
});

const instrumentId = z.custom<InstrumentId>(isInstrumentId, 'no such instrument');

const partChoice = z.strictObject({
  line: z
    .int()
    .min(0)
    .max(MAX_LINES - 1)
    .optional(),
  together: flag,
  octaves: z.int().min(-4).max(4).optional(),
  key: z.enum(KEY_CHOICES).optional(),
  clef: z.enum(CLEFS).optional(),
  alternatives: table(id, z.int().min(-4).max(4), MAX_NOTES).optional(),
  easier: table(id, z.enum(SIMPLER_BARS), MAX_MEASURES).optional(),
});
/** Of how many pupils a line may say something (some full classes), and of how many notes and bars of theirs. */
const MAX_PUPIL_CHOICES = { pupils: 500, places: 8192 } as const;
const placesIn = (choices: unknown): number =>
  Object.values((choices ?? {}) as Record<string, { alternatives?: unknown; easier?: unknown } | null>).reduce(
    (n, choice) => n + namesIn(choice?.alternatives) + namesIn(choice?.easier),
    0,
  );
/** More than there are, a teacher's own among them. */
const MAX_INSTRUMENTS = 100;

const exerciseSchema = z.strictObject({
  owner: z.union([z.literal('concert'), instrumentId]),
  source: lineSchema,
  otherLines: list(lineSchema, MAX_LINES - 1)
    .refine((all) => all.length > 0)
    .optional(),
  notTaken: list(problemSchema, 200).optional(),
  note: text.optional(),
  partChoices: table(instrumentId, partChoice, MAX_INSTRUMENTS),
  pupilChoices: z
    .custom<Record<string, unknown>>(
      (v) => namesIn(v) <= MAX_PUPIL_CHOICES.pupils && placesIn(v) <= MAX_PUPIL_CHOICES.places,
      'too much of single pupils',
    )
    .pipe(z.record(z.uuid(), partChoice))
    .optional(),
});

/** The lines of a document from outside, if there are any; of each list as much as tells that it is too long. */
function rawLines(input: unknown): Parameters<typeof sizeFault>[0] {
  const listIn = (of: unknown, name: string, most: number): unknown[] => {
    const found = (of as Record<string, unknown> | null | undefined)?.[name];
    return Array.isArray(found) ? found.slice(0, most + 1) : [];
  };
  const first = (input as { source?: unknown } | null | undefined)?.source;
  return [first, ...listIn(input, 'otherLines', MAX_LINES)].map((line) => ({
    measures: listIn(line, 'measures', MAX_MEASURES).map((m) => ({
      events: listIn(m, 'events', MAX_EVENTS_PER_MEASURE),
    })),
    slurs: listIn(line, 'slurs', MAX_NOTES),
    hairpins: listIn(line, 'hairpins', MAX_NOTES),
  }));
}

const clipped = (words: string): string => words.slice(0, MAX_TEXT_LENGTH);

/**
 * Checks a document that comes from outside (a request, a stored row) and gives it its type.
 *
 * Beyond the shape: ids are unique in a line, and slurs and hairpins lead from one existing event to another. A line
 * may be empty: it is yet to be written.
 * How much is in it is looked at before what it is: nothing that is sent takes long to refuse.
 * @returns the exercise, what `sizeFault` finds, or `bad-document` problems whose facts name the path
 */
export function readExercise(input: unknown): Result<Exercise> {
  const tooLarge = sizeFault(rawLines(input));
  if (tooLarge !== undefined) return { ok: false, problems: [tooLarge] };
  const parsed = exerciseSchema.safeParse(input);
  if (!parsed.success) {
    const problems = parsed.error.issues.slice(0, 10).map((issue): Problem => ({
      code: 'bad-document',
      severity: 'error',
      facts: { path: clipped(issue.path.join('.')), detail: clipped(issue.message) },
    }));
    return { ok: false, problems };
  }
  const exercise = parsed.data as unknown as Exercise;
  const fault = linesOf(exercise)
    .map((line, i) => faultOf(line, i === 0 ? 'source' : `otherLines.${i - 1}`))
    .find((f) => f !== undefined);
  return fault === undefined ? success(exercise) : failure('bad-document', { facts: fault });
}

/** Two things with one id, or a span that leads nowhere. */
function faultOf(
  { measures, slurs, hairpins }: Exercise['source'],
  path: string,
): { path: string; detail: string } | undefined {
  const ids = measures.flatMap((m) => [m.id, ...m.events.map((e) => e.id)]);
  const known = new Set(ids);
  if (known.size !== ids.length) return { path: `${path}.measures`, detail: 'an id stands twice' };
  const astray = [...slurs, ...hairpins].find((s) => !known.has(s.from) || !known.has(s.to));
  return astray === undefined
    ? undefined
    : { path: `${path}.slurs`, detail: `no event ${astray.from} or ${astray.to}` };
}
