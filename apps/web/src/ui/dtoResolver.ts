import { filledIn } from '@cifra/contract';
import { classValidatorResolver } from '@hookform/resolvers/class-validator';
import type { FieldValues, Resolver } from 'react-hook-form';

/**
 * Checks a form by the class that the server checks the request with.
 * @param options what was left empty counts as left out, unless `keepEmpty` is said
 */
export function dtoResolver<T extends FieldValues>(dto: new () => T, { keepEmpty = false } = {}): Resolver<T> {
  const resolve = classValidatorResolver(dto as Parameters<typeof classValidatorResolver>[0]) as unknown as Resolver<T>;
  return (values, context, options) => resolve(keepEmpty ? values : filledIn(values), context, options);
}
