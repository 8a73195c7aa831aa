import { StripDto } from '@cifra/contract';
import { Injectable } from '@nestjs/common';
import { JsonPipe } from '../web/json.pipe';

/** How a strip is drawn, as an address writes it. */
@Injectable()
export class StripPipe extends JsonPipe<StripDto> {
  constructor() {
    super(StripDto, 'There is no such drawing of a part. Load the page again.');
  }
}
