import { type InstrumentId } from '@cifra/core';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  ArrayUnique,
  IsArray,
  IsIn,
  IsInt,
  IsOptional,
  IsString,
  IsUUID,
  Length,
  Matches,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator';
import { Day, IsInstrument, NoteTexts, Text } from './checks';

const MAX_HOLIDAYS = 80;
const MAX_CRITERIA = 6;
const MAX_LEVELS = 5;
export const MAX_WEEKS = 60;
const MAX_INTRODUCTIONS = 1200;

/** Days without lessons, the first and the last. */
export class HolidayDto {
  @Day() from!: string;
  @Day() to!: string;
  @Text('Say what the days are.', 80) name!: string;
}

const Words =
  (least: number, most: number): PropertyDecorator =>
  (target, property) => {
    for (const check of [
      IsArray(),
      ArrayMinSize(least),
      ArrayMaxSize(most),
      ArrayUnique(),
      IsString({ each: true }),
      Matches(/\S/, { each: true }),
      Length(1, 40, { each: true }),
    ])
      check(target, property);
  };

/** What a teacher looks at, and the words for how far it has come, from the least to the most. */
export class RubricDto {
  @Words(0, MAX_CRITERIA) criteria!: string[];
  @Words(2, MAX_LEVELS) levels!: string[];
}

/** Notes that an instrument meets in a week of lessons; the first week is 1, weeks of holidays are not counted. */
export class IntroductionDto {
  @IsInstrument() instrument!: InstrumentId;
  @IsInt() @Min(1) @Max(MAX_WEEKS) week!: number;
  @NoteTexts() notes!: string[];
}

/** The plan of a class: its term, days off, what is looked at, and when which note comes. */
export class TermDto {
  /** The first and the last day of the term. */
  @IsOptional() @Day() from?: string;
  @IsOptional() @Day() to?: string;
  @IsArray()
  @ArrayMaxSize(MAX_HOLIDAYS)
  @ValidateNested({ each: true })
  @Type(() => HolidayDto)
  holidays!: HolidayDto[];
  @IsOptional() @ValidateNested() @Type(() => RubricDto) rubric?: RubricDto;
  /** Where an instrument is missing, the usual order of the first year holds. */
  @IsArray()
  @ArrayMaxSize(MAX_INTRODUCTIONS)
  @ValidateNested({ each: true })
  @Type(() => IntroductionDto)
  schedule!: IntroductionDto[];
  /** The version that the change was made on; without it whatever stands is saved over. */
  @IsOptional() @IsInt() version?: number;
}

/** Notes that were met on a day: by the whole class's players of an instrument, or by one pupil. */
export class MetEntryDto {
  @IsOptional() @IsUUID() pupilId?: string;
  @IsInstrument() instrument!: InstrumentId;
  @NoteTexts() @ArrayMinSize(1) notes!: string[];
}

const MAX_MET = 400;

export class SaveMetDto {
  @Day() day!: string;
  /** The line in which they were met. */
  @IsOptional() @IsUUID() exerciseId?: string;
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(MAX_MET)
  @ValidateNested({ each: true })
  @Type(() => MetEntryDto)
  entries!: MetEntryDto[];
}

/** What was new to whom on a day; rows of one saving share a batch. */
export interface MetView extends MetEntryDto {
  readonly batch: string;
  readonly day: string;
  readonly exerciseId?: string;
}

/** What a pupil's report may show. */
export const REPORT_PARTS = [
  'notes',
  'assignments',
  'lessons',
  'rubric',
  'remarks',
  'practice',
  'drills',
  'takes',
  'kit',
] as const;
export type ReportPart = (typeof REPORT_PARTS)[number];

export class ReportDto {
  @IsArray() @ArrayMaxSize(REPORT_PARTS.length) @ArrayUnique() @IsIn(REPORT_PARTS, { each: true }) parts!: ReportPart[];
  @Day() from!: string;
  @Day() to!: string;
  /** A word of the teacher's. */
  @IsOptional() @IsString() @MaxLength(2000) word?: string;
}
