import { Algorithm, hash, verify } from '@node-rs/argon2';

/** OWASP's minimum for argon2id: 19 MiB, two passes, one lane (Password Storage Cheat Sheet). */
const OPTIONS = { algorithm: 2 as Algorithm.Argon2id, memoryCost: 19456, timeCost: 2, parallelism: 1 };

export const hashPassword = (password: string): Promise<string> => hash(password, OPTIONS);
export const verifyPassword = (stored: string, password: string): Promise<boolean> => verify(stored, password);
