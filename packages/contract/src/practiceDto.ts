import { type InstrumentId, LADDER_RUNGS, type LadderRung, MOST_CLEAN_GOAL } from '@cifra/core';
import { Type } from 'class-transformer';
import { Day } from './checks';
import {
  ArrayMaxSize,
  ArrayMinSize,
  ArrayUnique,
  IsArray,
  IsIn,
  IsInt,
  IsNumber,
  IsOptional,
  IsString,
  IsUUID,
  Length,
  Matches,
  Max,
  Min,
  ValidateNested,
} from 'class-validator';

/** How a teacher lets a line be practised. */
export class PracticeSetupDto {
  /** The steps in the teacher's order; those that are left out are not shown. */
  @IsOptional()
  @IsArray()
  @ArrayMinSize(1, { message: 'Keep at least one step.' })
  @ArrayMaxSize(LADDER_RUNGS.length)
  @ArrayUnique()
  @IsIn(LADDER_RUNGS, { each: true })
  ladder?: LadderRung[];

  /** Clean runs in a row until a pupil goes on. */
  @IsOptional()
  @IsInt()
  @Min(1)
  @Max(MOST_CLEAN_GOAL)
  cleanGoal?: number;
}

const MOST_COUNT = 100_000;
const MOST_PERCENT = 200;
export const DRILL_NAMES = ['figures', 'reading', 'signatures', 'rhythm', 'sight', 'ear'] as const;
export type DrillName = (typeof DRILL_NAMES)[number];

/** Of what was mixed up so many pairs are told. */
export const MOST_MIXED = 12;
const PITCH = /^[A-G](bb|b|x|#)?\d$/;

/** A note of the page that was taken for another, and how often. */
export class MixedUpDto {
  @Matches(PITCH) asked!: string;
  @Matches(PITCH) said!: string;
  @IsInt() @Min(1) @Max(MOST_COUNT) times!: number;
}

/** What was answered in one drill, all in all. */
export class DrillScoreDto {
  @IsIn(DRILL_NAMES) drill!: DrillName;
  @IsInt() @Min(0) @Max(MOST_COUNT) right!: number;
  @IsInt() @Min(0) @Max(MOST_COUNT) asked!: number;

  @IsOptional()
  @IsArray()
  @ArrayMaxSize(MOST_MIXED)
  @ValidateNested({ each: true })
  @Type(() => MixedUpDto)
  mixed?: MixedUpDto[];
}

/** What a pupil has practised on one part, all in all, as their own device has counted it. */
export class SavePracticeDto {
  @IsArray()
  @ArrayMaxSize(LADDER_RUNGS.length)
  @ArrayUnique()
  @IsIn(LADDER_RUNGS, { each: true })
  rungs!: LadderRung[];

  /** Steps that this device told as done and that are not done any more; another device's steps stay. */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(LADDER_RUNGS.length)
  @ArrayUnique()
  @IsIn(LADDER_RUNGS, { each: true })
  undone?: LadderRung[];

  @IsInt() @Min(0) @Max(MOST_PERCENT) bestPercent!: number;
  @IsInt() @Min(0) @Max(MOST_COUNT) cleanRuns!: number;
  @IsInt() @Min(0) @Max(MOST_COUNT) peeks!: number;
  @IsNumber() @Min(0) @Max(MOST_COUNT) minutes!: number;

  @IsOptional()
  @IsArray()
  @ArrayMaxSize(DRILL_NAMES.length)
  @ValidateNested({ each: true })
  @Type(() => DrillScoreDto)
  drills?: DrillScoreDto[];
}

export const MAX_HAND_IN_BYTES = 2 * 1024 * 1024;
export const MAX_HAND_INS = 20;
/** What browsers record; nothing else is kept. */
export const SOUND_TYPES = ['audio/webm', 'audio/mp4', 'audio/ogg'] as const;
export type SoundType = (typeof SOUND_TYPES)[number];

/** What is said of a recording that is handed in. */
export class HandInDto {
  @Type(() => Number)
  @IsInt()
  @Min(1)
  @Max(MOST_PERCENT)
  percent!: number;

  /** The take in one sentence. */
  @IsString()
  @Length(1, 200)
  summary!: string;

  @IsOptional()
  @IsIn(SOUND_TYPES)
  type?: SoundType;

  /** Which of the lines that are set for the pupil; without it the link's own. */
  @IsOptional()
  @IsUUID()
  line?: string;
}

/** Practice of one pupil on one part, for the teacher. */
export interface PracticeView extends SavePracticeDto {
  readonly pupilId: string;
  readonly exerciseId: string;
  readonly pupil: string;
  readonly instrument: InstrumentId;
  readonly updatedAt: string;
}

/** How far a part had come by the end of a day; minutes and clean runs are all in all until then. */
export class PracticeDayDto {
  @Day() day!: string;
  @IsInt() @Min(0) @Max(MOST_PERCENT) bestPercent!: number;
  @IsInt() @Min(0) @Max(MOST_COUNT) cleanRuns!: number;
  @IsNumber() @Min(0) @Max(MOST_COUNT) minutes!: number;
}

export interface PracticeDayView extends PracticeDayDto {
  readonly pupilId: string;
  readonly exerciseId: string;
  readonly instrument: InstrumentId;
}

/** How far a take has come in one thing, in the teacher's own word for it. */
export class HandInMarkDto {
  @IsString() @Length(1, 40) criterion!: string;
  @IsString() @Length(1, 40) word!: string;
}

/** What the teacher says of a take; the pupil reads it. */
export class SayHandInDto {
  @IsOptional() @IsString() @Length(1, 300) remark?: string;
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(6)
  @ArrayUnique((m: HandInMarkDto) => m.criterion)
  @ValidateNested({ each: true })
  @Type(() => HandInMarkDto)
  marks?: HandInMarkDto[];
}

/** A take that a pupil handed in. */
export interface HandInView extends SayHandInDto {
  readonly id: string;
  readonly pupilId: string;
  readonly exerciseId: string;
  readonly pupil: string;
  readonly instrument: InstrumentId;
  readonly percent: number;
  readonly summary: string;
  readonly hasSound: boolean;
  readonly createdAt: string;
}
