import type { OpenedLinkView } from '@cifra/contract';
import type { PageSetup } from '@cifra/core';
import type { Page } from '@cifra/engrave';
import { Injectable } from '@nestjs/common';
import { MusicPool } from '../worker/musicPool';

/** Draws the part of a link as one strip, for phones that have not fetched the engraving library. */
@Injectable()
export class LinkStripService {
  constructor(private readonly pool: MusicPool) {}

  /**
   * @param token whose link it is: each has its turn
   * @throws Refusal busy where too much waits
   */
  draw(token: string, opened: OpenedLinkView, page: PageSetup, today: string, widthMm100: number): Promise<Page> {
    const { exercise, instrument, teaching, known } = opened;
    return this.pool.run<'strip'>(`link ${token}`, {
      kind: 'strip',
      exercise,
      instrument,
      teaching,
      page,
      known,
      today,
      widthMm100,
    });
  }
}
