import { problemSentence, type RefusalView } from '@cifra/contract';
import type { Problem } from '@cifra/core';
import { HttpException } from '@nestjs/common';

/** One table from refusal codes to HTTP status. */
const STATUS = {
  'not-signed-in': 401,
  'wrong-sign-in': 401,
  'too-many-attempts': 429,
  'cross-site': 403,
  'not-found': 404,
  conflict: 409,
  'bad-request': 400,
  unreadable: 422,
  'too-large': 413,
  busy: 503,
  'took-too-long': 422,
  internal: 500,
  'no-database': 503,
} as const;
export type RefusalCode = keyof typeof STATUS;

/** A refusal with a code for programs and a sentence for people. */
export class Refusal extends HttpException {
  constructor(
    readonly code: RefusalCode,
    detail: string,
    more: Omit<RefusalView, 'code' | 'detail'> = {},
  ) {
    super({ code, detail, ...more } satisfies RefusalView, STATUS[code]);
  }
}

/** The refusal for input with problems: the first error speaks for all, the list carries the places. */
export function refuseProblems(problems: readonly Problem[]): Refusal {
  const first = problems.find((p) => p.severity === 'error') ?? problems[0];
  const listed = problems.map((p) => ({ ...p, detail: problemSentence(p) }));
  const code: RefusalCode = first?.code === 'too-large' ? 'too-large' : 'unreadable';
  return new Refusal(code, first === undefined ? 'This cannot be read.' : problemSentence(first), { problems: listed });
}

/**
 * The refusal of a save that was made on an older version than the one that stands.
 * @param what its subject, with its verb: `The class was`
 * @param current what stands, as it is shown
 */
export const staleRefusal = (what: string, current: unknown): Refusal =>
  new Refusal(
    'conflict',
    `${what} changed in another window since you opened this. Nothing is lost: look at both, then save again.`,
    { current },
  );

export const notFound = (what: string): Refusal => new Refusal('not-found', `There is no such ${what}.`);
