import { Algorithm, hash, verify } from '@node-rs/argon2';
import { ZxcvbnFactory } from '@zxcvbn-ts/core';
import { adjacencyGraphs, dictionary } from '@zxcvbn-ts/language-common';

/** OWASP's minimum for argon2id: 19 MiB, two passes, one lane (Password Storage Cheat Sheet). */
const OPTIONS = { algorithm: 2 as Algorithm.Argon2id, memoryCost: 19456, timeCost: 2, parallelism: 1 };

export const hashPassword = (password: string): Promise<string> => hash(password, OPTIONS);
export const verifyPassword = (stored: string, password: string): Promise<boolean> => verify(stored, password);

let made: ZxcvbnFactory | undefined;
/** Its lists take a moment to read: only who sets a password waits for them. */
const guesser = (): ZxcvbnFactory => (made ??= new ZxcvbnFactory({ dictionary, graphs: adjacencyGraphs }));

/** Of zxcvbn's scale from 0 to 4: what stands up to a million guesses, as many as limits let through in years. */
const LEAST_SCORE = 2;

/** What is longer takes long to look at, and is no easier to guess. */
const LOOKED_AT = 64;

export const EASILY_GUESSED =
  'This password is among the first that are tried. Take three or four words that do not belong together.';

/**
 * Whether a password is among the common ones, or made of such words, of rows of keys, or of what its owner is called
 * (ASVS 2.1.7).
 */
export const isEasilyGuessed = (password: string, about: readonly string[]): boolean =>
  guesser().check(password.slice(0, LOOKED_AT), [...about]).score < LEAST_SCORE;
