import 'reflect-metadata';
import { eq } from 'drizzle-orm';
import { drizzle } from 'drizzle-orm/node-postgres';
import { isEmail } from 'class-validator';
import { Client } from 'pg';
import { MIN_PASSWORD } from '@cifra/contract';
import { EASILY_GUESSED, hashPassword, isEasilyGuessed } from './auth/password';
import { failuresKey } from './auth/failureLimit';
import { requestCounts, sessions, teachers } from './db/schema/index';
import { readSettings } from './settings';

const USAGE =
  'Usage: npm run teacher -- name@school.example "First name"\n       npm run teacher -- let-in name@school.example';

/** Runs on a connection of its own, given back whatever happens. */
async function onDatabase(run: (client: Client) => Promise<void>): Promise<void> {
  const client = new Client({ connectionString: readSettings(process.env).databaseUrl });
  await client.connect();
  try {
    await run(client);
  } finally {
    await client.end();
  }
}

/** Lets a teacher in who is locked out by wrong passwords, their own or others': what failed is forgotten. */
async function letIn(email: string): Promise<void> {
  if (!isEmail(email)) throw new Error(USAGE);
  await onDatabase(async (client) => {
    const db = drizzle(client);
    const [known] = await db.select({ id: teachers.id }).from(teachers).where(eq(teachers.email, email.toLowerCase()));
    if (known === undefined) throw new Error(`There is no teacher ${email}. Look how the address is spelled.`);
    await db.delete(requestCounts).where(eq(requestCounts.key, failuresKey(email)));
    process.stdout.write(`${email} can try again at once.\n`);
  });
}

/** Adds a teacher or sets a new password: `addTeacher.js e-mail name`, the password on standard input. */
async function addTeacher(): Promise<void> {
  const [email = '', name = ''] = process.argv.slice(2);
  if (email === 'let-in') return letIn(name);
  if (!isEmail(email) || name === '') throw new Error(USAGE);
  const chunks: Buffer[] = [];
  for await (const chunk of process.stdin) chunks.push(chunk as Buffer);
  const password = Buffer.concat(chunks)
    .toString('utf8')
    .replace(/\r?\n$/, '');
  if (password.length < MIN_PASSWORD) throw new Error(`The password needs at least ${MIN_PASSWORD} characters.`);
  if (isEasilyGuessed(password, [email, name])) throw new Error(EASILY_GUESSED);
  await onDatabase(async (client) => {
    const passwordHash = await hashPassword(password);
    await drizzle(client).transaction(async (tx) => {
      const [teacher] = await tx
        .insert(teachers)
        .values({ email: email.toLowerCase(), name, passwordHash })
        .onConflictDoUpdate({ target: teachers.email, set: { passwordHash, name } })
        .returning({ id: teachers.id });
      // Whoever was signed in with the old one is so no more.
      if (teacher !== undefined) await tx.delete(sessions).where(eq(sessions.teacherId, teacher.id));
      await tx.delete(requestCounts).where(eq(requestCounts.key, failuresKey(email)));
    });
    process.stdout.write(`${email} can sign in now.\n`);
  });
}

addTeacher().catch((e: unknown) => {
  process.stderr.write(`${e instanceof Error ? e.message : String(e)}\n`);
  process.exitCode = 1;
});
