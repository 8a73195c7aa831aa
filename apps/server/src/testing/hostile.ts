/** A JSON schema, as far as the API's description uses it. */
export interface Schema {
  readonly type?: string;
  readonly $ref?: string;
  readonly items?: Schema;
  readonly properties?: Readonly<Record<string, Schema>>;
}
export type Schemas = Readonly<Record<string, Schema>>;
/** Draws one of so many. */
export type Draw = (many: number) => number;

/** Numbers by a seed, so that what is found is found again (mulberry32, a common small generator). */
export function drawer(seed: number): Draw {
  let a = seed;
  return (many) => {
    a = (a + 0x6d2b79f5) | 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) % many;
  };
}

const deep = (levels: number): unknown => (levels === 0 ? [] : [deep(levels - 1)]);
const FAMILY = '\u{1F469}\u200D\u{1F469}\u200D\u{1F467}\u200D\u{1F466}';

/** What programs send by mistake and people on purpose. */
export const WORDS: readonly string[] = [
  '',
  ' ',
  'x',
  'x'.repeat(41),
  'x'.repeat(5000),
  '\0',
  'a\0b',
  '\ud800',
  'Isla\udfff',
  FAMILY,
  FAMILY.repeat(40),
  '\u202Eevil',
  '\u0000\u0001\u001f\u007f\u0085\u2028',
  'e\u0301'.repeat(100),
  "'; drop table pupils; --",
  '<script>alert(1)</script>',
  '../../etc/passwd',
  'a\r\nSet-Cookie: x=1',
  '%00',
  '%E0%A4%A',
  '__proto__',
  'constructor',
  'null',
  'NaN',
  '1e999',
  '-1',
  '2026-02-30',
  '2026-09-01',
  '0000-01-01',
  '9999-12-31',
  '20260901',
  '2026-W01-1',
  '+002026-01',
  '11111111-1111-4111-8111-111111111111',
  'flute',
  'own.flute.0.0.treble.60-84.all.\ud83d',
  'C4',
  'Cbb9',
  'G-9',
];
const NUMBERS = [0, -0, 1, -1, 0.5, 120, 200, 1e5, 2 ** 31, -(2 ** 31) - 1, 2 ** 53 + 2, 1e21, 1e308, -1e308, 5e-324];
const OTHERS: readonly unknown[] = [
  null,
  true,
  false,
  [],
  {},
  [null],
  [[]],
  [{}],
  [1, 1],
  ['x', 'x'],
  deep(28),
  { length: 5 },
  { toString: 1, valueOf: 1 },
  { then: 'x' },
  JSON.parse('{"__proto__":{"x":1},"constructor":{"prototype":{"y":1}}}'),
  Array.from({ length: 300 }, () => null),
  Array.from({ length: 300 }, (_, i) => ({ id: i })),
];

const pick = <T>(all: readonly T[], draw: Draw): T => all[draw(all.length)] as T;
export function hostile(draw: Draw): unknown {
  const which = draw(3);
  return which === 0 ? pick(WORDS, draw) : which === 1 ? pick(NUMBERS, draw) : pick(OTHERS, draw);
}

/** A value of a schema with something hostile somewhere in it, from what may stand there. */
export function spoiled(value: unknown, schema: Schema, schemas: Schemas, draw: Draw): unknown {
  const of = schema.$ref === undefined ? schema : (schemas[schema.$ref.split('/').at(-1) ?? ''] ?? {});
  if (draw(4) === 0) return hostile(draw);
  if (of.properties !== undefined) {
    const there = typeof value === 'object' && value !== null && !Array.isArray(value) ? value : {};
    const name = draw(12) === 0 ? pick(WORDS, draw) : pick(Object.keys(of.properties), draw);
    const old = (there as Record<string, unknown>)[name];
    return { ...there, [name]: spoiled(old, of.properties[name] ?? {}, schemas, draw) };
  }
  if (of.items !== undefined) {
    const list: readonly unknown[] = Array.isArray(value) ? value : [];
    const more = spoiled(list[0], of.items, schemas, draw);
    const twice = draw(3) === 0 ? [more] : [];
    return [...list, more, ...twice];
  }
  return hostile(draw);
}
