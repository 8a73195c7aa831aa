import { type InstrumentId, type Stage, STAGES } from '@cifra/core';
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
  Max,
  Min,
  ValidateNested,
} from 'class-validator';
import { IsInstrument, NoteTexts, Text } from './checks';
import { PAPER_NAMES, type PaperName, ConventionsDto } from './dto';
import { PageSetupDto, PupilPageDto } from './pageDto';

export class KnownDto {
  @IsInstrument()
  instrument!: InstrumentId;

  @NoteTexts()
  notes!: string[];
}

export class SaveClassDto {
  @Text('Give the class a name of at most 80 letters.', 80)
  name!: string;

  @IsArray()
  @ArrayMinSize(1, { message: 'Choose at least one instrument.' })
  @ArrayMaxSize(40)
  @ArrayUnique()
  @IsInstrument({ each: true })
  instruments!: InstrumentId[];

  @ValidateNested()
  @Type(() => ConventionsDto)
  conventions!: ConventionsDto;

  @IsIn(STAGES)
  stage!: Stage;

  /** The signature that the class is used to, as it sounds; without it the beginners' usual one. */
  @IsOptional()
  @IsInt()
  @Min(-7)
  @Max(7)
  usualFifths?: number;

  @ValidateNested()
  @Type(() => PageSetupDto)
  page!: PageSetupDto;

  @IsIn(PAPER_NAMES)
  paper!: PaperName;

  /** Notes that the players of an instrument have met, as written; where an instrument is missing, its first notes. */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(40)
  @ValidateNested({ each: true })
  @Type(() => KnownDto)
  known?: KnownDto[];

  /** The version that the change was made on; without it whatever stands is saved over. */
  @IsOptional()
  @IsInt()
  version?: number;
}

export const MAX_PUPILS = 120;
export const MAX_CLASSES = 40;
/** How long a pupil who was taken off the list and work that was taken back can be put back. */
export const KEEP_TAKEN_BACK_DAYS = 7;

export class SavePupilDto {
  @Text('Write a first name or initials of at most 40 letters.', 40)
  name!: string;

  @IsInstrument()
  instrument!: InstrumentId;

  @IsOptional()
  @ValidateNested()
  @Type(() => PupilPageDto)
  page?: PupilPageDto;

  /** Notes that this pupil has met otherwise than the class, by instrument. */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(2)
  @ValidateNested({ each: true })
  @Type(() => KnownDto)
  known?: KnownDto[];

  /** How far this pupil is, where it is not as far as the class. */
  @IsOptional()
  @IsIn(STAGES)
  stage?: Stage;

  /** What this pupil's instrument or reading needs otherwise. */
  @IsOptional()
  @ValidateNested()
  @Type(() => ConventionsDto)
  conventions?: ConventionsDto;
}

export class ListedPupilDto extends SavePupilDto {
  @IsOptional()
  @IsUUID()
  id?: string;

  /** The version that the change was made on; without it whatever stands is saved over. */
  @IsOptional()
  @IsInt()
  version?: number;

  /** What else is played. */
  @IsOptional()
  @IsInstrument()
  second?: InstrumentId;

  /** Where they sit, as the teacher writes it: `row 2, 3`. */
  @IsOptional()
  @IsString()
  @Length(1, 20)
  seat?: string;

  @IsOptional()
  @IsString()
  @Length(1, 300)
  note?: string;
}

/** Pupils of a class in the teacher's order: those with an id change, the others are new. Nobody goes by missing. */
export class SavePupilsDto {
  @IsArray()
  @ArrayMaxSize(MAX_PUPILS)
  @ValidateNested({ each: true })
  @Type(() => ListedPupilDto)
  pupils!: ListedPupilDto[];
}
