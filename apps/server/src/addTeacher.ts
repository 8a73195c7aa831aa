import { drizzle } from 'drizzle-orm/node-postgres';
import { isEmail } from 'class-validator';
import { Client } from 'pg';
import { hashPassword } from './auth/password';
import { teachers } from './db/schema/index';
import { readSettings } from './settings';

const MIN_PASSWORD = 10;

/** Adds a teacher or sets a new password: `addTeacher.js e-mail name`, the password on standard input. */
async function addTeacher(): Promise<void> {
  const [email = '', name = ''] = process.argv.slice(2);
  if (!isEmail(email) || name === '') throw new Error('Usage: npm run teacher -- name@school.example "First name"');
  const chunks: Buffer[] = [];
  for await (const chunk of process.stdin) chunks.push(chunk as Buffer);
  const password = Buffer.concat(chunks).toString('utf8').replace(/\r?\n$/, '');
  if (password.length < MIN_PASSWORD) throw new Error(`The password needs at least ${MIN_PASSWORD} characters.`);
  const client = new Client({ connectionString: readSettings(process.env).databaseUrl });
  await client.connect();
  try {
    const passwordHash = await hashPassword(password);
    await drizzle(client).insert(teachers).values({ email: email.toLowerCase(), name, passwordHash })
      .onConflictDoUpdate({ target: teachers.email, set: { passwordHash, name } });
    process.stdout.write(`${email} can sign in now.\n`);
  } finally {
    await client.end();
  }
}

addTeacher().catch((e: unknown) => {
  process.stderr.write(`${e instanceof Error ? e.message : String(e)}\n`);
  process.exitCode = 1;
});
