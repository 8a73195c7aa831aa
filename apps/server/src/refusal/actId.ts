import { createHash, randomUUID } from 'node:crypto';
import { createParamDecorator, type ExecutionContext } from '@nestjs/common';
import { isUUID } from 'class-validator';
import type { Request } from 'express';
import { Refusal } from './refusal';

/**
 * The name of what somebody does, given by whoever asks for it: a request that is sent again, since its answer was
 * lost, does nothing a second time. Without one every request is an act of its own.
 *
 * Source: the header is that of the IETF draft “The Idempotency-Key HTTP Header Field”.
 * @throws Refusal bad-request for a name that is no UUID
 */
export const ActId = createParamDecorator((_data: unknown, context: ExecutionContext): string => {
  const key = context.switchToHttp().getRequest<Request>().get('Idempotency-Key');
  if (key === undefined) return randomUUID();
  if (!isUUID(key)) throw new Refusal('bad-request', 'The name of a request is a UUID.');
  return key.toLowerCase();
});

/**
 * The id of one of several things that one act makes: a UUID made of a name.
 *
 * Source: RFC 9562, 5.5 (version 5).
 * @example partOf('6ba7b810-9dad-11d1-80b4-00c04fd430c8', 'www.example.com') // '2ed6657d-e927-568b-95e1-2665a8aea6a2'
 */
export function partOf(act: string, part: string): string {
  const hash = createHash('sha1')
    .update(Buffer.from(act.replace(/-/g, ''), 'hex'))
    .update(part)
    .digest()
    .subarray(0, 16);
  hash.writeUInt8((hash.readUInt8(6) & 0x0f) | 0x50, 6);
  hash.writeUInt8((hash.readUInt8(8) & 0x3f) | 0x80, 8);
  return hash.toString('hex').replace(/^(.{8})(.{4})(.{4})(.{4})/, '$1-$2-$3-$4-');
}
