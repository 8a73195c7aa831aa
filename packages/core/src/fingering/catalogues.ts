import { type Catalogue, changeLines, compileCatalogue } from './catalogue';
import type { Woodwind } from './touch.data';
import { BASSOON_TEXT } from './woodwind/bassoon.data';
import { CLARINET_TEXT, HALF_HOLE_CHANGES } from './woodwind/clarinet.data';
import { FLUTE_TEXT } from './woodwind/flute.data';
import { OBOE_TEXT } from './woodwind/oboe.data';
import { BAROQUE_TEXT, GERMAN_CHANGES } from './woodwind/recorder.data';
import { SAXOPHONE_TEXT } from './woodwind/saxophone.data';

/** A woodwind's figures, and those of German boring or of a half hole where they make a difference. */
export interface Catalogues {
  readonly usual: Catalogue;
  readonly halfHole?: Catalogue;
  readonly german?: Catalogue;
}

/** The written-out figures of every kind of woodwind. */
export const CATALOGUES: Readonly<Record<Woodwind, Catalogues>> = {
  flute: { usual: compileCatalogue('flute', FLUTE_TEXT) },
  oboe: { usual: compileCatalogue('oboe', OBOE_TEXT) },
  clarinet: {
    usual: compileCatalogue('clarinet', CLARINET_TEXT),
    halfHole: compileCatalogue('clarinet', changeLines(CLARINET_TEXT, HALF_HOLE_CHANGES)),
  },
  saxophone: { usual: compileCatalogue('saxophone', SAXOPHONE_TEXT) },
  bassoon: { usual: compileCatalogue('bassoon', BASSOON_TEXT) },
  recorder: {
    usual: compileCatalogue('recorder', BAROQUE_TEXT),
    german: compileCatalogue('recorder', changeLines(BAROQUE_TEXT, GERMAN_CHANGES)),
  },
};
