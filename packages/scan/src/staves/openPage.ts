import { evenLight } from '../picture/evenLight';
import { type Picture, shrunk, turned } from '../picture/picture';
import { findStaves, type Staff } from './findStaves';
import { staffSpace } from './staffSpace';
import { tiltOf } from './tilt';

/** A page that was made upright and of even light, with its staves. */
export interface OpenedPage {
  readonly picture: Picture;
  readonly staves: readonly Staff[];
}

/** Why a picture cannot be read. */
export type PageRefusal =
  | { readonly kind: 'no-staves' }
  /** Heights of a staff in points: as it is, and as it has to be. */
  | { readonly kind: 'too-small'; readonly height: number; readonly least: number };

/** What is worked on: so many points to a staff space, and no more. */
const WORKED = 12;
/** With fewer points to a space dots and signs run together. */
const LEAST_SPACE = 6.5;
/** Pairs of lines in a column, from one staff over half of the page on. */
const SURELY_STAVES = 4;
/** Turned less than this a page is left as it is, in degrees. */
const LEAST_TILT = 0.25;
const TILT_SPACE = 4;

/**
 * Makes a photographed or scanned page upright and of even light, and finds its staves.
 * @param picture as it was taken
 */
export function openPage(picture: Picture): OpenedPage | PageRefusal {
  let even = evenLight(picture);
  const upright = staffSpace(even);
  const aside = staffSpace(even, true);
  const isAside = (aside?.share ?? 0) > (upright?.share ?? 0);
  const space = (isAside ? aside : upright)?.space;
  if (space === undefined) return { kind: 'no-staves' };
  if (space < LEAST_SPACE) {
    // Lines of print are equally far apart as well, but not over half a page.
    return Math.max(aside?.share ?? 0, upright?.share ?? 0) < SURELY_STAVES
      ? { kind: 'no-staves' }
      : { kind: 'too-small', height: Math.round(space * 4), least: Math.ceil(LEAST_SPACE * 4) };
  }
  even = shrunk(even, space / WORKED);
  if (isAside) even = turned(even, -90);
  const worked = Math.min(space, WORKED);
  const tilt = tiltOf(shrunk(even, worked / TILT_SPACE));
  if (Math.abs(tilt) > LEAST_TILT) even = turned(even, -tilt);
  const staves = findStaves(even, worked);
  return staves.length === 0 ? { kind: 'no-staves' } : { picture: even, staves };
}
