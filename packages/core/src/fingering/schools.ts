/** Where teachers disagree about figures: each choice changes the result. Defaults first. */
export interface Schools {
  readonly recorder: 'baroque' | 'german';
}

export const DEFAULT_SCHOOLS: Schools = Object.freeze({ recorder: 'baroque' });
