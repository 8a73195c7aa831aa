import { type ArgumentMetadata, Injectable, type PipeTransform } from '@nestjs/common';
import { notFound, Refusal } from './refusal';

/** Whether something can be the id of a row. */
export const isRowId = (id: unknown): id is string =>
  typeof id === 'string' && /^[0-9a-f]{8}-(?:[0-9a-f]{4}-){3}[0-9a-f]{12}$/i.test(id);

/** An id that is no UUID names no row: 404, and the database is never asked. One that is missing is asked for. */
@Injectable()
export class RowId implements PipeTransform<string, string> {
  transform(id: string | undefined, { type, data }: ArgumentMetadata): string {
    if (id === undefined && type === 'query')
      throw new Refusal('bad-request', `Say which: “${data ?? 'id'}” is missing from the address.`);
    if (!isRowId(id)) throw notFound('entry');
    return id;
  }
}

/** The same for an id that may be left out. */
@Injectable()
export class RowIdOrNone extends RowId implements PipeTransform<string | undefined, string | undefined> {
  override transform(id: string, of: ArgumentMetadata): string;
  override transform(id: string | undefined, of: ArgumentMetadata): string | undefined;
  override transform(id: string | undefined, of: ArgumentMetadata): string | undefined {
    return id === undefined ? undefined : super.transform(id, of);
  }
}
