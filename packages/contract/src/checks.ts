import { isInstrumentId } from '@cifra/core';
import {
  ArrayMaxSize,
  ArrayUnique,
  IsArray,
  IsISO8601,
  IsString,
  Length,
  Matches,
  ValidateBy,
  type ValidationOptions,
} from 'class-validator';

const all =
  (checks: readonly PropertyDecorator[]): PropertyDecorator =>
  (target, property) => {
    for (const check of checks) check(target, property);
  };

/** Words that have to be there, at most so many letters. @param message what to do where they are not */
export const Text = (message: string, most: number): PropertyDecorator =>
  all([IsString({ message }), Matches(/\S/, { message }), Length(1, most, { message })]);

/** An instrument of the catalogue, or one of the teacher's own. */
export const IsInstrument = (options: ValidationOptions = {}): PropertyDecorator =>
  ValidateBy(
    {
      name: 'isInstrument',
      validator: {
        validate: isInstrumentId,
        defaultMessage: () =>
          `${options.each === true ? 'each value in ' : ''}$property must be one of the instruments`,
      },
    },
    options,
  );

/** An ISO date. */
export const Day = (message = 'Choose a day.'): PropertyDecorator =>
  all([IsISO8601({ strict: true }, { message }), Length(10, 10, { message })]);

/** Written notes as text, `Bb4`. */
const NOTE_TEXT = /^[A-G](bb|b|##|#|)-?\d$/;
export const MAX_KNOWN_NOTES = 60;

export const NoteTexts = (): PropertyDecorator =>
  all([IsArray(), ArrayMaxSize(MAX_KNOWN_NOTES), ArrayUnique(), Matches(NOTE_TEXT, { each: true })]);
