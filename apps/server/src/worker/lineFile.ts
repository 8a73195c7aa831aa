import {
  annotate,
  type Exercise,
  figureText,
  instrumentOf,
  invert,
  linesOf,
  type NoteId,
  type Part,
  partOf,
  perform,
  realize,
  type Score,
  toPage,
  UNISON,
  type Written,
} from '@cifra/core';
import { type MusicXmlPart, writeAbc, writeCifraFile, writeMidi, writeMusicXml, writeMxl } from '@cifra/formats';
import type { FileOf, Task } from './task';

const bytes = (text: string): Uint8Array => new TextEncoder().encode(text);

/** The figure over each note that is struck, as plain text. */
function figuresOf(part: Part): ReadonlyMap<NoteId, string> {
  return new Map(
    [...annotate(part).values()].flatMap((n) =>
      n.fingering.kind === 'unplayable' || n.tiedFrom !== undefined
        ? []
        : [[n.id, figureText(n.fingering.figure)] as const],
    ),
  );
}

/** The pages that a file holds, with their player and the way to what sounds. */
function pagesOf(exercise: Exercise, of: FileOf): readonly MusicXmlPart[] {
  if (of.kind === 'part') {
    const part = partOf(exercise, of.instrument, of.teaching);
    return [
      {
        score: part.score,
        partName: part.instrument.name,
        toConcert: invert(part.instrument.toWritten),
        ...(of.figures ? { figures: figuresOf(part) } : {}),
      },
    ];
  }
  const lines = linesOf(exercise);
  const asRead = of.pitch === 'written';
  const player = exercise.owner === 'concert' || !asRead ? 'Concert pitch' : instrumentOf(exercise.owner).name;
  return lines.map((line, i) => ({
    score: asRead ? line : (realize(exercise, i) as unknown as Score<Written>),
    partName: lines.length > 1 ? `${player} ${i + 1}` : player,
    toConcert: asRead ? invert(toPage(exercise.owner)) : UNISON,
  }));
}

/** One file of a line or a part. */
export function makeFile({ format, exercise, of }: Extract<Task, { kind: 'file' }>): Uint8Array {
  switch (format) {
    case 'json':
      return bytes(writeCifraFile(exercise));
    case 'musicxml':
      return bytes(writeMusicXml(...pagesOf(exercise, of)));
    case 'mxl':
      return writeMxl(writeMusicXml(...pagesOf(exercise, of)));
    case 'abc':
      return bytes(writeAbc(pagesOf(exercise, of)[of.kind === 'line' ? of.line : 0]?.score ?? exercise.source));
    case 'mid': {
      const player = of.kind === 'part' ? of.instrument : exercise.owner;
      const sounding =
        of.kind === 'part'
          ? [partOf(exercise, of.instrument, of.teaching).concert]
          : linesOf(exercise).map((_line, i) => realize(exercise, i));
      const [first, ...others] = sounding.map(perform);
      if (first === undefined) throw new Error('an exercise without a line');
      return writeMidi(
        first,
        {
          title: exercise.source.title,
          program: player === 'concert' ? 0 : instrumentOf(player).program,
          countIn: true,
        },
        others,
      );
    }
  }
}
