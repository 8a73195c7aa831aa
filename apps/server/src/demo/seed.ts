import { randomBytes } from 'node:crypto';
import { type Exercise, readExercise } from '@cifra/core';
import { readAbc } from '@cifra/formats';
import { eq } from 'drizzle-orm';
import { drizzle } from 'drizzle-orm/node-postgres';
import { Client } from 'pg';
import { hashPassword } from '../auth/password';
import { STARTING_CLASS } from '../class/startingClass';
import * as schema from '../db/schema/index';
import { DEMO_EMAIL, DEMO_NAME } from './demo';
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

/** Puts the demo teacher, class and six exercises into the database, once. */
export async function seedDemo(databaseUrl: string): Promise<'seeded' | 'there'> {
  const client = new Client({ connectionString: databaseUrl });
  await client.connect();
  try {
    const db = drizzle(client, { schema });
    const found = await db.select({ id: schema.teachers.id }).from(schema.teachers).where(eq(schema.teachers.email, DEMO_EMAIL));
    if (found.length > 0) return 'there';
    // Nobody knows this password: the demo teacher signs in by the button only.
    const passwordHash = await hashPassword(randomBytes(24).toString('base64url'));
    await db.transaction(async (tx) => {
      const [teacher] = await tx.insert(schema.teachers).values({ email: DEMO_EMAIL, name: DEMO_NAME, passwordHash }).returning();
      if (teacher === undefined) throw new Error('an insert returned no row');
      await tx.insert(schema.classes).values({ teacherId: teacher.id, ...STARTING_CLASS, name: 'Year 5 winds' });
      const start = Date.now() - DEMO_TUNES.length * 60_000;
      for (const [i, tune] of DEMO_TUNES.entries()) {
        const document = demoExercise(tune);
        const { title } = document.source;
        const at = new Date(start - i * 60_000);
        const [row] = await tx.insert(schema.exercises).values({ teacherId: teacher.id, title, document, createdAt: at, updatedAt: at }).returning();
        if (row === undefined) throw new Error('an insert returned no row');
        await tx.insert(schema.revisions).values({ exerciseId: row.id, version: 1, title, document });
      }
    });
    return 'seeded';
  } finally {
    await client.end();
  }
}
