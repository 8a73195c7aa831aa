import { randomBytes } from 'node:crypto';
import { type Exercise, instrumentOf, notesUsed, partOf, pitchText, readExercise } from '@cifra/core';
import { readAbc } from '@cifra/formats';
import { eq } from 'drizzle-orm';
import { drizzle } from 'drizzle-orm/node-postgres';
import { Client } from 'pg';
import { hashPassword } from '../auth/password';
import { STARTING_CLASS } from '../class/startingClass';
import { teachingOf } from '../class/teaching.service';
import * as schema from '../db/schema/index';
import { DEMO_EMAIL, DEMO_NAME, DEMO_PUPILS, KNOWN_TUNE } from './demo';
import { DEMO_TUNES, type DemoTune } from './tunes.data';

/** Reads a demo tune through the same reader that a teacher's file goes through. */
export function demoExercise(tune: DemoTune): Exercise {
  const reading = readAbc(tune.abc);
  if (!reading.ok || reading.value.kind !== 'line' || reading.problems.length > 0) {
    throw new Error(`a demo tune cannot be read: ${JSON.stringify(reading.problems)}`);
  }
  const exercise = readExercise({ owner: tune.owner, source: reading.value.score, partChoices: {} });
  if (!exercise.ok) throw new Error(`a demo tune is no exercise: ${JSON.stringify(exercise.problems)}`);
  return exercise.value;
}

/** What the demo class has met: every instrument's first notes, and those of the tune that it has played. */
function knownToDemo(): { instrument: (typeof STARTING_CLASS.instruments)[number]; notes: string[] }[] {
  const tune = DEMO_TUNES.map(demoExercise).find((e) => e.source.title === KNOWN_TUNE);
  if (tune === undefined) throw new Error('the demo class knows a tune that is not there');
  return STARTING_CLASS.instruments.map((id) => {
    const part = partOf(tune, id, teachingOf({ conventions: {} }, STARTING_CLASS));
    return { instrument: id, notes: [...new Set([...instrumentOf(id).firstNotes, ...notesUsed(part)].map(pitchText))] };
  });
}

/** Puts the demo teacher, class and six exercises into the database, once. */
export async function seedDemo(databaseUrl: string): Promise<'seeded' | 'there'> {
  const client = new Client({ connectionString: databaseUrl });
  await client.connect();
  try {
    const db = drizzle(client, { schema });
    const found = await db
      .select({ id: schema.teachers.id })
      .from(schema.teachers)
      .where(eq(schema.teachers.email, DEMO_EMAIL));
    if (found.length > 0) return 'there';
    // Nobody knows this password: the demo teacher signs in by the button only.
    const passwordHash = await hashPassword(randomBytes(24).toString('base64url'));
    await db.transaction(async (tx) => {
      const [teacher] = await tx
        .insert(schema.teachers)
        .values({ email: DEMO_EMAIL, name: DEMO_NAME, passwordHash })
        .returning();
      if (teacher === undefined) throw new Error('an insert returned no row');
      const [group] = await tx
        .insert(schema.classes)
        .values({ teacherId: teacher.id, ...STARTING_CLASS, name: 'Year 5 winds', known: knownToDemo() })
        .returning();
      if (group === undefined) throw new Error('an insert returned no row');
      await tx
        .insert(schema.pupils)
        .values(DEMO_PUPILS.map(([name, instrument], place) => ({ classId: group.id, name, instrument, place })));
      const start = Date.now() - DEMO_TUNES.length * 60_000;
      for (const [i, tune] of DEMO_TUNES.entries()) {
        const document = demoExercise(tune);
        const { title } = document.source;
        const at = new Date(start - i * 60_000);
        const [row] = await tx
          .insert(schema.exercises)
          .values({ teacherId: teacher.id, title, document, createdAt: at, updatedAt: at })
          .returning();
        if (row === undefined) throw new Error('an insert returned no row');
        await tx.insert(schema.revisions).values({ exerciseId: row.id, version: 1, title, document });
      }
    });
    return 'seeded';
  } finally {
    await client.end();
  }
}
