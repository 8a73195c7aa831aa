import {
  LADDER_RUNGS,
  type LadderRung,
  type Section,
  SECTIONS,
  ASSIGNED_TO,
  type AssignedTo,
  FADE_STEPS,
  type FadeStep,
} from '@cifra/core';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  ArrayUnique,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsOptional,
  IsString,
  IsUUID,
  Length,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator';
import { Day, Text } from './checks';
import { MAX_PUPILS } from './classDto';

export const MAX_NOTE_LENGTH = 500;
const MOST_PERCENT = 200;
const MOST_BARS = 1024;

/** Work that is set: a line or some bars of it, until a day. */
export class SaveAssignmentDto {
  @IsUUID() exerciseId!: string;

  /** Printed numbers of the first and the last bar; without them the whole line. */
  @IsOptional() @IsInt() @Min(0) @Max(MOST_BARS) fromBar?: number;
  @IsOptional() @IsInt() @Min(0) @Max(MOST_BARS) toBar?: number;

  @IsIn(ASSIGNED_TO) for!: AssignedTo;
  @IsOptional() @IsIn(SECTIONS) section?: Section;
  @IsOptional()
  @IsArray()
  @ArrayMinSize(1, { message: 'Choose at least one pupil.' })
  @ArrayMaxSize(MAX_PUPILS)
  @ArrayUnique()
  @IsUUID(undefined, { each: true })
  pupilIds?: string[];

  /** Steps of the ladder that are asked for. */
  @IsArray() @ArrayMaxSize(LADDER_RUNGS.length) @ArrayUnique() @IsIn(LADDER_RUNGS, { each: true }) rungs!: LadderRung[];
  @IsOptional() @IsInt() @Min(20) @Max(MOST_PERCENT) goalPercent?: number;
  @IsOptional() @IsIn(FADE_STEPS) fade?: FadeStep;
  @Day() due!: string;
  @IsOptional() @IsString() @MaxLength(MAX_NOTE_LENGTH) note?: string;
}

export interface AssignmentView extends SaveAssignmentDto {
  readonly id: string;
  readonly title: string;
  readonly createdAt: string;
}

/** How far a pupil has come in one thing that the teacher looks at: 0 is the first of the teacher's words for it. */
export class MarkDto {
  @IsString() @Length(1, 40) criterion!: string;
  @IsInt() @Min(0) @Max(4) level!: number;
}

/** What happened with one pupil on a day. */
export class LogEntryDto {
  @IsUUID() pupilId!: string;
  /** The work that it is about; without it the lesson as a whole. */
  @IsOptional() @IsUUID() assignmentId?: string;
  @IsBoolean() done!: boolean;
  /** Was not there: neither done nor not yet. */
  @IsOptional() @IsBoolean() absent?: boolean;
  @IsOptional() @IsInt() @Min(0) @Max(1000) minutes?: number;
  @IsOptional() @IsString() @MaxLength(MAX_NOTE_LENGTH) remark?: string;
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(6)
  @ArrayUnique((m: MarkDto) => m.criterion)
  @ValidateNested({ each: true })
  @Type(() => MarkDto)
  marks?: MarkDto[];
}

/** A whole class after a lesson, in one go: the same pupil and work of a day is written over. */
export class SaveLogDto {
  @Day() day!: string;
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(MAX_PUPILS)
  @ValidateNested({ each: true })
  @Type(() => LogEntryDto)
  entries!: LogEntryDto[];
}

export interface LogView extends LogEntryDto {
  readonly id: string;
  readonly day: string;
}

/** Instruments on loan, small supplies, repairs, and what was washed before it went to somebody else. */
export const KIT_KINDS = ['loan', 'supply', 'repair', 'washed'] as const;
export type KitKind = (typeof KIT_KINDS)[number];

export class SaveKitDto {
  @IsIn(KIT_KINDS) kind!: KitKind;
  @Text('Write what it is.', 80) what!: string;
  /** Of the instrument, and of its case. */
  @IsOptional() @IsString() @MaxLength(40) number?: string;
  @IsOptional() @IsUUID() pupilId?: string;
  /** The day on which it was given, asked for, or done. */
  @Day() from!: string;
  /** When it is due back, or needed. */
  @IsOptional() @Day() due?: string;
  /** When it came back, or was given. */
  @IsOptional() @Day() settled?: string;
  @IsOptional() @IsString() @MaxLength(MAX_NOTE_LENGTH) note?: string;
}

export interface KitView extends SaveKitDto {
  readonly id: string;
}

/** An account is deleted only by whoever writes its address. */
export class DeleteAccountDto {
  @IsString() @MaxLength(200) email!: string;
}
