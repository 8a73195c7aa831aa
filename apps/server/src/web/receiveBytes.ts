import type { Request } from 'express';

/**
 * How much of an oversized upload is still read and thrown away, so that the sender gets an answer and no broken line.
 */
const DISCARD_AT_MOST = 100 * 1024 * 1024;

/**
 * Receives a request's body up to a limit.
 * @returns undefined for a body over the limit; what came is thrown away, never held
 */
export function receiveBytes(request: Request, limit: number): Promise<Uint8Array | undefined> {
  return new Promise((resolve, reject) => {
    // Somebody else has read it: it never comes again, and nobody waits for it.
    if (request.readableEnded) return reject(new Error('a body was read before whoever takes it'));
    let chunks: Buffer[] = [];
    let total = 0;
    request.on('data', (chunk: Buffer) => {
      total += chunk.length;
      if (total <= limit) chunks.push(chunk);
      else chunks = [];
      if (total > DISCARD_AT_MOST) {
        resolve(undefined);
        request.destroy();
      }
    });
    request.on('end', () => resolve(total > limit ? undefined : new Uint8Array(Buffer.concat(chunks))));
    request.on('error', reject);
  });
}
