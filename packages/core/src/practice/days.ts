const DAY_MS = 24 * 3600_000;

/** Days from one ISO date to another, backwards negative. @example daysBetween('2026-11-25', '2026-12-01') // 6 */
export const daysBetween = (from: string, to: string): number =>
  Math.round((Date.parse(to) - Date.parse(from)) / DAY_MS);

/** An ISO date so many days later. @example addDays('2026-11-25', -5) // '2026-11-20' */
export const addDays = (day: string, days: number): string =>
  new Date(Date.parse(day) + days * DAY_MS).toISOString().slice(0, 10);

/** The Monday of a day's week. @example mondayOf('2026-11-25') // '2026-11-23' */
export const mondayOf = (day: string): string => addDays(day, -((new Date(Date.parse(day)).getUTCDay() + 6) % 7));
