const isEmpty = (value: unknown): boolean =>
  value === undefined ||
  value === null ||
  (typeof value === 'number' && Number.isNaN(value)) ||
  (typeof value === 'string' && value.trim() === '') ||
  (typeof value === 'object' && !Array.isArray(value) && Object.keys(value).length === 0);

/**
 * What a form holds, without what was left empty: blank text, no number, an object with nothing in it. Text is trimmed.
 * @example filledIn({ name: ' Ada ', seat: '' }) // { name: 'Ada' }
 */
export function filledIn<T extends object>(form: T): T {
  const filled = Object.entries(form).flatMap(([name, value]: [string, unknown]) =>
    isEmpty(value) ? [] : [[name, typeof value === 'string' ? value.trim() : value]],
  );
  return Object.fromEntries(filled) as T;
}
