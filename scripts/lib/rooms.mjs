import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from './steps.mjs';

/** Where the rooms of a house stand, and which folders in it are no rooms: what only tests use, and the places' own. */
const HOUSES = {
  core: 'packages/core/src',
  formats: 'packages/formats/src',
  engrave: 'packages/engrave/src',
  scan: 'packages/scan/src',
  server: 'apps/server/src',
  web: 'apps/web/src',
};
const NO_ROOMS = ['testing', 'fixtures', 'places', 'access'];

/**
 * The rows of the tables of rooms in docs/architecture.md.
 * @returns {{ house: string, room: string, may: string[] }[]}
 */
export function readRooms() {
  const text = readFileSync(join(ROOT, 'docs/architecture.md'), 'utf8');
  const rows = [...text.matchAll(/^\| `(\w+)\/([\w/]+)` \|[^|]+\|([^|]*)\|$/gm)];
  return rows.map(([, house, room, may]) => ({ house, room, may: may.split(/[\s,]+/).filter((m) => m !== '') }));
}

/** What is wrong with the tables themselves: a row without a folder, a folder without a row. */
export function roomFaults(rooms) {
  const stands = ({ house, room }) =>
    HOUSES[house] !== undefined && ['', '.ts'].some((end) => existsSync(join(ROOT, HOUSES[house], room + end)));
  const foldersOf = (path) =>
    readdirSync(join(ROOT, path), { withFileTypes: true }).filter((d) => d.isDirectory() && !NO_ROOMS.includes(d.name));
  const named = new Set(rooms.map((r) => `${r.house}/${r.room}`));
  const missing = Object.entries(HOUSES).flatMap(([house, path]) => [
    ...foldersOf(path).map((d) => `${house}/${d.name}`),
    ...(house === 'web' ? foldersOf(`${path}/places`).map((d) => `web/places/${d.name}`) : []),
  ]);
  return [
    ...rooms.filter((r) => !stands(r)).map((r) => `no folder for ${r.house}/${r.room}`),
    ...rooms.flatMap((r) => r.may.filter((m) => !named.has(`${r.house}/${m}`)).map((m) => `${r.room} names ${m}`)),
    ...missing.filter((m) => !named.has(m)).map((m) => `no row for ${m}`),
  ];
}

/** The zones of the rule import-x/no-restricted-paths, one a room. */
export function roomZones(rooms) {
  return rooms.map(({ house, room, may }) => ({
    target: `./${HOUSES[house]}/${room}`,
    from: `./${HOUSES[house]}`,
    except: [room, ...may].map((m) => (existsSync(join(ROOT, HOUSES[house], `${m}.ts`)) ? `./${m}.ts` : `./${m}`)),
    message: `${room} may use only: ${may.join(', ') || 'nothing'} (docs/architecture.md).`,
  }));
}
