import { HandoutDto, toHandout } from '@cifra/contract';
import type { Handout } from '@cifra/core';
import { Injectable, type PipeTransform } from '@nestjs/common';
import { JsonPipe } from '../web/json.pipe';

/** A handout as an address writes it. */
@Injectable()
export class HandoutPipe implements PipeTransform<unknown, Handout> {
  private readonly choices = new JsonPipe(HandoutDto, 'There is no such handout. Choose one in Parts.');

  transform(value: unknown): Handout {
    return toHandout(this.choices.transform(value));
  }
}
