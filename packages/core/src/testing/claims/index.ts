import { BAR_ORACLES } from './bars';
import { BREATH_ORACLES } from './breaths';
import { COUNTING_ORACLES } from './counting';
import { FIGURE_ORACLES } from './figures';
import type { Oracle } from './judge';
import { FIT_ORACLES } from './fit';
import { FINDING_ORACLES } from './findings';
import { LOOK_ORACLES } from './look';
import { SIGN_ORACLES } from './signs';
import { TRAIL_ORACLES } from './trail';
import { TROUBLE_ORACLES } from './trouble';

/** Every kind of claim with its oracle. */
export const ORACLES: readonly Oracle[] = [
  ...SIGN_ORACLES,
  ...BAR_ORACLES,
  ...BREATH_ORACLES,
  ...COUNTING_ORACLES,
  ...FIGURE_ORACLES,
  ...LOOK_ORACLES,
  ...FINDING_ORACLES,
  ...TRAIL_ORACLES,
  ...TROUBLE_ORACLES,
  ...FIT_ORACLES,
];
