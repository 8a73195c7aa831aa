import type { PipeTransform, Type } from '@nestjs/common';
import { plainToInstance } from 'class-transformer';
import { validateSync } from 'class-validator';
import { Refusal } from '../refusal/refusal';

/** Choices as an address writes them: as JSON. */
export class JsonPipe<T extends object> implements PipeTransform<unknown, T> {
  /** @param detail what is said where they are none */
  constructor(
    private readonly kind: Type<T>,
    private readonly detail: string,
  ) {}

  transform(value: unknown): T {
    const dto = plainToInstance(this.kind, parsed(value));
    if (!(dto instanceof this.kind) || validateSync(dto, { whitelist: true, forbidNonWhitelisted: true }).length > 0)
      throw new Refusal('bad-request', this.detail);
    return dto;
  }
}

function parsed(value: unknown): unknown {
  if (typeof value !== 'string') return undefined;
  try {
    return JSON.parse(value);
  } catch (e) {
    // Whatever is no JSON chooses nothing; anything else is a bug.
    if (e instanceof SyntaxError) return undefined;
    throw e;
  }
}
