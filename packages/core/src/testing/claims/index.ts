import { BAR_ORACLES } from './bars';
import { BREATH_ORACLES } from './breaths';
import { COUNTING_ORACLES } from './counting';
import type { Oracle } from './judge';
import { SIGN_ORACLES } from './signs';

/** Every kind of claim with its oracle. */
export const ORACLES: readonly Oracle[] = [...SIGN_ORACLES, ...BAR_ORACLES, ...BREATH_ORACLES, ...COUNTING_ORACLES];
