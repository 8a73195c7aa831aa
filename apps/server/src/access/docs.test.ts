import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

const ROOT = join(__dirname, '../../../..');
const files = [
  ...['apps/server/src', 'packages/core/src'].flatMap((folder) =>
    readdirSync(join(ROOT, folder), { recursive: true, encoding: 'utf8' }),
  ),
  ...readdirSync(join(ROOT, 'e2e')).map((name) => `e2e/${name}`),
];

it.each(['security.md', 'operations.md'])('every test that docs/%s names is there', (name) => {
  const named = [...readFileSync(join(ROOT, 'docs', name), 'utf8').matchAll(/`([\w/]+\.(?:test|spec)\.ts)`/g)];
  expect(named.length).toBeGreaterThan(3);
  const missing = named.map((m) => m[1] ?? '').filter((t) => !files.some((f) => f === t || f.endsWith(`/${t}`)));
  expect(missing).toEqual([]);
});
