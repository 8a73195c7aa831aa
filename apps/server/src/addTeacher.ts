import 'reflect-metadata';
import { eq } from 'drizzle-orm';
import { drizzle } from 'drizzle-orm/node-postgres';
import { isEmail } from 'class-validator';
import { Client } from 'pg';
import { MIN_PASSWORD } from '@cifra/contract';
import { EASILY_GUESSED, hashPassword, isEasilyGuessed } from './auth/password';
import { sessions, teachers } from './db/schema/index';
import { readSettings } from './settings';

/** Adds a teacher or sets a new password: `addTeacher.js e-mail name`, the password on standard input. */
async function addTeacher(): Promise<void> {
  const [email = '', name = ''] = process.argv.slice(2);
  if (!isEmail(email) || name === '') throw new Error('Usage: npm run teacher -- name@school.example "First name"');
  const chunks: Buffer[] = [];
  for await (const chunk of process.stdin) chunks.push(chunk as Buffer);
  const password = Buffer.concat(chunks)
    .toString('utf8')
    .replace(/\r?\n$/, '');
  if (password.length < MIN_PASSWORD) throw new Error(`The password needs at least ${MIN_PASSWORD} characters.`);
  if (isEasilyGuessed(password, [email, name])) throw new Error(EASILY_GUESSED);
  const client = new Client({ connectionString: readSettings(process.env).databaseUrl });
  await client.connect();
  try {
    const passwordHash = await hashPassword(password);
    await drizzle(client).transaction(async (tx) => {
      const [teacher] = await tx
        .insert(teachers)
        .values({ email: email.toLowerCase(), name, passwordHash })
        .onConflictDoUpdate({ target: teachers.email, set: { passwordHash, name } })
        .returning({ id: teachers.id });
      // Whoever was signed in with the old one is so no more.
      if (teacher !== undefined) await tx.delete(sessions).where(eq(sessions.teacherId, teacher.id));
    });
    process.stdout.write(`${email} can sign in now.\n`);
  } finally {
    await client.end();
  }
}

addTeacher().catch((e: unknown) => {
  process.stderr.write(`${e instanceof Error ? e.message : String(e)}\n`);
  process.exitCode = 1;
});
