import { Injectable, type PipeTransform } from '@nestjs/common';
import { notFound } from './refusal';

/** An id that is no UUID names no row: 404, and the database is never asked. */
@Injectable()
export class RowId implements PipeTransform<string, string> {
  transform(id: string): string {
    if (!/^[0-9a-f]{8}-(?:[0-9a-f]{4}-){3}[0-9a-f]{12}$/i.test(id)) throw notFound('entry');
    return id;
  }
}

/** The same for an id that may be left out. */
@Injectable()
export class RowIdOrNone extends RowId implements PipeTransform<string | undefined, string | undefined> {
  override transform(id: string): string;
  override transform(id: string | undefined): string | undefined;
  override transform(id: string | undefined): string | undefined {
    return id === undefined ? undefined : super.transform(id);
  }
}
