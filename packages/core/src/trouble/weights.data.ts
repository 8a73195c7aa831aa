/**
 * What makes one note hard to reach from another, and how much each cause counts.
 *
 * A weight is the cost of one unit of its cause; 1 is one finger that moves. From memory of common practice, no source:
 * the order that comes out is held to hard and easy changes that teachers name.
 */
export const WEIGHTS = Object.freeze({
  /** A finger, thumb or valve that goes down or lifts; on a trombone the thumb of the attachment. */
  'fingers-move': 0.6,
  /** A finger goes down while another lifts: they have to meet. */
  'fingers-trade': 1.4,
  /** A finger slides from one key to another. */
  'finger-slides': 3,
  /** The key of the upper register, or the thumb hole, opens or shuts. */
  register: 1.2,
  /** The clarinet's step from its throat notes to the full tube. */
  'over-the-break': 4,
  /** A hole stays open above one that is shut. */
  forked: 1.5,
  /** A hole is shut by half. */
  'half-hole': 2,
  /** Positions that the slide travels. */
  'slide-travel': 0.8,
  /** Positions beyond three: the whole arm moves. */
  'long-slide': 1,
  /** The slide turns back. */
  'slide-turns': 0.6,
  /** Steps from one partial of the tube to another. */
  'partial-leap': 1,
  /** The partial changes while no valve or slide moves: the lips alone find it. */
  'lips-alone': 1.2,
  /** Half steps beyond a third. */
  'wide-interval': 0.25,
  /** At the edge of what players of the stage reach. */
  'range-edge': 1.5,
  /** Lower or higher than players of the stage reach. */
  'beyond-range': 1.5,
  /** A note that the players have not met. */
  'new-note': 2.5,
  /** Slurred: neither tongue nor breath helps the change. */
  slurred: 0.5,
  /** A sign is in force that does not stand at the note. */
  'sign-not-shown': 1.5,
  /** The letter was altered a moment ago and is not now, or the other way round. */
  'letter-changes': 1.5,
});

export type TroubleCause = keyof typeof WEIGHTS;
export const TROUBLE_CAUSES = Object.freeze(Object.keys(WEIGHTS)) as readonly TroubleCause[];

/** The time for a change at which its cost counts once: half of it counts double, twice of it half, and no more. */
export const EASY_SECONDS = 0.65;
export const HASTE = Object.freeze({ least: 0.6, most: 1.8 });
