/** Shares of the line's own tempo that can be chosen, in percent. */
export const SLOWEST = 40;
export const FASTEST = 120;
/** By how much a key changes the tempo. */
export const TEMPO_STEP = 5;

export const clampPercent = (p: number): number => Math.min(FASTEST, Math.max(SLOWEST, Math.round(p)));
