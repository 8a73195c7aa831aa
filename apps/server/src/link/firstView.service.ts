import { setTimeout as later } from 'node:timers/promises';
import type { FirstView } from '@cifra/contract';
import { element, writeXml } from '@cifra/xml';
import { Injectable, Logger } from '@nestjs/common';
import type { Request } from 'express';
import { Refusal } from '../refusal/refusal';
import { isRowId } from '../refusal/rowId.pipe';
import { today } from '../web/today';
import { LinkStripService } from './linkStrip.service';
import { OpenLinkService } from './openLink.service';

const LINK = /^\/p\/([\w-]+)$/;

/** Hundredths of a millimetre of music across a screen that is held in the hand, and across any other. */
const STRIP_WIDTH = { hand: 8200, desk: 16500 } as const;
/** The page does not wait longer for its music: it can be drawn where it is shown. */
const PATIENCE_MS = 2500;

/**
 * Puts what a pupil's link shows into the page itself, with the part as it is engraved here: on a slow network the
 * first notes stand there before the application has come.
 */
@Injectable()
export class FirstViewService {
  private readonly log = new Logger(FirstViewService.name);

  constructor(
    private readonly links: OpenLinkService,
    private readonly strips: LinkStripService,
  ) {}

  /** The start of a link's page; undefined for every other address, and where there is nothing to show. */
  async of(request: Request): Promise<string | undefined> {
    const token = LINK.exec(request.path)?.[1];
    if (token === undefined) return undefined;
    try {
      return await this.write(token, request);
    } catch (e) {
      // The application asks again and says what is the matter.
      if (!(e instanceof Refusal)) this.log.warn({ err: e }, 'the first view of a link could not be made');
      return undefined;
    }
  }

  private async write(token: string, request: Request): Promise<string | undefined> {
    const { line } = request.query;
    const asked = isRowId(line) ? line : undefined;
    const day = today();
    const opened = await this.links.open(token, request.ip ?? '', day, asked);
    const { page, title } = opened;
    const isInHand = /Mobi/.test(request.get('user-agent') ?? '');
    const strip = await Promise.race([
      this.strips.draw(token, opened, { ...page, barsPerSystem: 0 }, day, STRIP_WIDTH[isInHand ? 'hand' : 'desk']),
      later(PATIENCE_MS, undefined, { ref: false }),
    ]);
    if (strip === undefined) return undefined;
    const { svg, width, height } = strip;
    const view: FirstView = {
      token,
      strip: { today: day, width, height },
      opened,
      ...(asked !== undefined && { line: asked }),
    };
    // A closing tag inside would end the block.
    const data = JSON.stringify(view).replaceAll('<', '\\u003c');
    return (
      `<div id="first-view">${writeXml(element('h1', {}, [title]))}<div class="sheet">${svg}</div></div>` +
      `<script type="application/json" id="first-view-data">${data}</script>`
    );
  }
}
