import {
  checkSentence,
  CLEFS,
  type Clef,
  MAX_TEXT_LENGTH,
  CONVENTION_CHOICES,
  STAFF_KINDS,
  type StaffKind,
  type ConventionOverrides,
  type ConventionQuestion,
  type Conventions,
} from '@cifra/core';
import { Type } from 'class-transformer';
import {
  IsBoolean,
  IsEmail,
  IsIn,
  IsInt,
  IsObject,
  IsOptional,
  IsString,
  Length,
  Max,
  MaxLength,
  Min,
  MinLength,
  ValidateBy,
  ValidateNested,
} from 'class-validator';

import { Text } from './checks';
import { PracticeSetupDto } from './practiceDto';

/*
 * What web and server say to each other. The same classes check a form in the browser and a request on the
 * server. Types are given to the decorators in words, since the browser build keeps no type metadata.
 */

/** Lines on one shelf: it is listed whole. */
export const MAX_EXERCISES = 1000;
export const MAX_ABC_LENGTH = 200_000;
export const PAPER_NAMES = ['a4', 'letter'] as const;
export type PaperName = (typeof PAPER_NAMES)[number];

/** How long somebody stays signed in, in days. */
export const SESSION_DAYS = 30;

export const MIN_PASSWORD = 10;
const MAX_PASSWORD = 200;

/** Another password in the place of the one that somebody has. */
export class ChangePasswordDto {
  @IsString()
  @MinLength(1, { message: 'Write the password that you have now.' })
  @MaxLength(MAX_PASSWORD)
  current!: string;

  @IsString()
  @MinLength(MIN_PASSWORD, {
    message: `Write at least ${MIN_PASSWORD} characters: three or four words that do not belong together, say.`,
  })
  @MaxLength(MAX_PASSWORD)
  next!: string;
}

export class SignInDto {
  @IsEmail({}, { message: 'Write a whole e-mail address, such as name@school.example.' })
  @MaxLength(200)
  email!: string;

  @IsString()
  @MinLength(1, { message: 'Write your password.' })
  @MaxLength(MAX_PASSWORD)
  password!: string;
}

export class ImportTextDto {
  @IsString()
  @MaxLength(MAX_ABC_LENGTH, { message: 'This text is too long for one line of music.' })
  text!: string;

  @IsOptional()
  @IsInt()
  @Min(0)
  @Max(500)
  part?: number;

  @IsOptional()
  @IsString()
  @MaxLength(40)
  voice?: string;
}

const ExerciseTitle = (): PropertyDecorator => Text('Give the exercise a title.', MAX_TEXT_LENGTH);

export class CreateExerciseDto {
  @ExerciseTitle()
  title!: string;

  /** Checked in depth by the core's own schema. */
  @IsObject()
  document!: object;
}

export class SaveExerciseDto {
  @ExerciseTitle()
  title!: string;

  /** Left out where only the title changes. */
  @IsOptional()
  @IsObject()
  document?: object;

  /** The version that the change was made on. */
  @IsInt()
  @Min(1)
  version!: number;
}

/** A name for a save; an empty one takes it away. */
export class NameRevisionDto {
  @IsString()
  @MaxLength(MAX_TEXT_LENGTH)
  name!: string;
}

/** That a line is open in a window. */
export class PresenceDto {
  /** Whether the window is in the background, where it is heard of less often. */
  @IsBoolean()
  hidden!: boolean;
}

/** A convention may be left to the layer below: the class's to the teacher's profile, the profile's to the defaults. */
const Convention =
  (question: ConventionQuestion): PropertyDecorator =>
  (target, property) => {
    IsOptional()(target, property);
    IsIn(CONVENTION_CHOICES[question])(target, property);
  };

export class ConventionsDto implements ConventionOverrides {
  @Convention('figures') figures?: Conventions['figures'];
  @Convention('fadeStep') fadeStep?: Conventions['fadeStep'];
  @Convention('fingerCount') fingerCount?: Conventions['fingerCount'];
  @Convention('horn') horn?: Conventions['horn'];
  @Convention('attachment') attachment?: Conventions['attachment'];
  @Convention('recorder') recorder?: Conventions['recorder'];
  @Convention('fluteBFlat') fluteBFlat?: Conventions['fluteBFlat'];
  @Convention('saxophoneBFlat') saxophoneBFlat?: Conventions['saxophoneBFlat'];
  @Convention('euphonium') euphonium?: Conventions['euphonium'];
  @Convention('fourValves') fourValves?: Conventions['fourValves'];
  @Convention('bFlatSaxophones') bFlatSaxophones?: Conventions['bFlatSaxophones'];
  @Convention('tenorClef') tenorClef?: Conventions['tenorClef'];
  @Convention('counting') counting?: Conventions['counting'];
  @Convention('rhythmNames') rhythmNames?: Conventions['rhythmNames'];
  @Convention('noteNames') noteNames?: Conventions['noteNames'];
  @Convention('breath') breath?: Conventions['breath'];
  @Convention('reminders') reminders?: Conventions['reminders'];
}

export const MAX_SENTENCE_LENGTH = 120;

/** Sentences for one clef; each word begins with the letter of its line or space. */
export class ClefSentencesDto {
  @IsOptional()
  @IsString()
  @Length(1, MAX_SENTENCE_LENGTH)
  lines?: string;

  @IsOptional()
  @IsString()
  @Length(1, MAX_SENTENCE_LENGTH)
  spaces?: string;
}

const HOLDS = 'The words have to begin with the letters of the lines or spaces, from the bottom up.';

/** The initials have to spell the staff. */
const SentencesFor =
  (clef: Clef): PropertyDecorator =>
  (target, property) => {
    for (const check of [IsOptional(), ValidateNested(), Type(() => ClefSentencesDto)]) check(target, property);
    ValidateBy({
      name: 'sentences',
      validator: {
        validate: (all: Partial<Record<StaffKind, string>> | null) =>
          STAFF_KINDS.every(
            (kind) => typeof all?.[kind] !== 'string' || checkSentence(all[kind], clef, kind) === undefined,
          ),
        defaultMessage: () => HOLDS,
      },
    })(target, property);
  };

/** A teacher's memory sentences for the lines and spaces of each clef. */
export class SentencesDto implements Partial<Record<Clef, ClefSentencesDto>> {
  treble?: ClefSentencesDto;
  bass?: ClefSentencesDto;
  tenor?: ClefSentencesDto;
  alto?: ClefSentencesDto;
}
for (const clef of CLEFS) SentencesFor(clef)(SentencesDto.prototype, clef);

/** How a teacher teaches, whatever the class. */
export class SaveProfileDto {
  @ValidateNested()
  @Type(() => ConventionsDto)
  conventions!: ConventionsDto;

  /** Without it the sentences stay as they are. */
  @IsOptional()
  @ValidateNested()
  @Type(() => SentencesDto)
  sentences?: SentencesDto;

  /** Without it the practice stays as it is. */
  @IsOptional()
  @ValidateNested()
  @Type(() => PracticeSetupDto)
  practice?: PracticeSetupDto;

  /**
   * Months after which records of pupils are deleted; 0 keeps them until they are deleted by hand. Without it as it is.
   */
  @IsOptional()
  @IsInt()
  @Min(0)
  @Max(120)
  keepMonths?: number;

  /** The version that the change was made on; without it whatever stands is saved over. */
  @IsOptional()
  @IsInt()
  version?: number;
}
