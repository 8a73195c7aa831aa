/** Fields that had another name in the first version of an account's file. */
const NAMES: Readonly<Record<string, string>> = {
  schools: 'conventions',
  work: 'assignments',
  workId: 'assignmentId',
  barsALine: 'barsPerSystem',
  startsLine: 'startsSystem',
};
/** Values that had, by the field's new name. */
const VALUES: Readonly<Record<string, Readonly<Record<string, string>>>> = {
  step: { 'first-in-line': 'first-in-system' },
  fade: { 'first-in-line': 'first-in-system' },
  fadeStep: { 'first-in-line': 'first-in-system' },
  barNumbers: { lines: 'systems' },
};

/** The plan of a page is now how its help fades, that of a class its term. */
const nameOf = (name: string, inside: string): string =>
  name === 'plan' ? (inside === 'page' ? 'fades' : 'term') : (NAMES[name] ?? name);

function upgraded(value: unknown, inside: string): unknown {
  if (Array.isArray(value)) return value.map((v) => upgraded(v, inside));
  if (typeof value === 'string') return VALUES[inside]?.[value] ?? value;
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value).map(([name, v]) => {
      const now = nameOf(name, inside);
      return [now, upgraded(v, now)];
    }),
  );
}

/** What an account's file says in today's words, whichever version wrote it. */
export const upgradedAccount = (plain: unknown): unknown =>
  (plain as { version?: unknown } | null)?.version === 1 ? upgraded(plain, '') : plain;
