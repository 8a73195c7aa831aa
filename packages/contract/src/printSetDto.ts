import type { InstrumentId } from '@cifra/core';
import { Type } from 'class-transformer';
import { IsBoolean, IsIn, IsISO8601, IsOptional, IsUUID, Length, ValidateNested } from 'class-validator';
import { IsInstrument } from './checks';
import { HandoutDto } from './handoutDto';

/** What is made for a class: one book, a copy for each pupil by name, or a zip of single files. */
export const PRINT_SET_KINDS = ['book', 'copies', 'zip'] as const;
export type PrintSetKind = (typeof PRINT_SET_KINDS)[number];

export class MakePrintSetDto {
  @IsUUID() classId!: string;
  @IsIn(PRINT_SET_KINDS) kind!: PrintSetKind;

  /** ISO date on which the pages are used. */
  @IsOptional()
  @IsISO8601({ strict: true })
  @Length(10, 10)
  today?: string;

  /** Made instead of the parts. */
  @IsOptional()
  @ValidateNested()
  @Type(() => HandoutDto)
  handout?: HandoutDto;

  /** Each page carries the pupils' link as a code to scan. */
  @IsOptional()
  @IsBoolean()
  codes?: boolean;
}

/** Days that a pupils' link may stay open. */
export const LINK_DAYS = [7, 14, 30, 90, 365] as const;

/** Links that one teacher may have open at once. */
export const MAX_LINKS = 5000;

/** A link for every pupil of a class who has none. */
export class MakeLinksDto {
  @IsIn(LINK_DAYS) days!: (typeof LINK_DAYS)[number];
}

export class MakeLinkDto {
  @IsUUID() exerciseId!: string;
  @IsUUID() classId!: string;
  @IsInstrument() instrument!: InstrumentId;
  @IsOptional() @IsUUID() pupilId?: string;
  @IsIn(LINK_DAYS) days!: (typeof LINK_DAYS)[number];
}
