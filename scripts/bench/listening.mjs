import { allOfTests } from './full.mjs';

/**
 * How many of the simulated player's planted faults are found, and how many clean notes are accused: eight instruments,
 * quiet and hissing rooms.
 */
export const benchListening = () => allOfTests(['apps/web/src/listen', '--silent=false']);
