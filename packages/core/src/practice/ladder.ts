/**
 * The steps from counting to playing at tempo, in the order in which most teachers take them. Common practice, no
 * source.
 */
export const LADDER_RUNGS = ['count', 'name', 'finger', 'sing', 'loose', 'slurred', 'tempo'] as const;
export type LadderRung = (typeof LADDER_RUNGS)[number];

/**
 * So many clean runs in a row until a pupil goes on, where the teacher says nothing else. Common practice, no source.
 */
export const CLEAN_GOAL = 5;
export const MOST_CLEAN_GOAL = 20;
