import {
  CARD_NOTES,
  type CardNotes,
  type Handout,
  HANDOUT_KINDS,
  type Stage,
  STAGES,
  WORK,
  type Work,
} from '@cifra/core';
import { ArrayUnique, IsArray, IsBoolean, IsIn, IsInt, IsOptional, Max, Min, ValidateIf } from 'class-validator';

/** So many lines of known notes can be told apart. */
export const MOST_KNOWN = 999;
const WALL_SHEETS = ['large', 'four'] as const;

const isWorksheet = (h: HandoutDto): boolean => h.kind === 'worksheet';

/** What is made besides the parts; what a kind does not ask for is left out. */
export class HandoutDto {
  @IsIn(HANDOUT_KINDS) kind!: Handout['kind'];

  @ValidateIf(isWorksheet) @IsArray() @ArrayUnique() @IsIn(WORK, { each: true }) work?: Work[];
  @IsOptional() @IsInt() @Min(1) @Max(MOST_KNOWN) known?: number;
  @ValidateIf(isWorksheet) @IsBoolean() answers?: boolean;

  @ValidateIf((h: HandoutDto) => h.kind === 'cards')
  @IsIn(CARD_NOTES)
  notes?: CardNotes;

  @ValidateIf((h: HandoutDto) => h.kind === 'wall-chart')
  @IsIn(STAGES)
  stage?: Stage;

  @ValidateIf((h: HandoutDto) => h.kind === 'wall-chart')
  @IsIn(WALL_SHEETS)
  sheets?: (typeof WALL_SHEETS)[number];
}

/** A checked body as the handout that it asks for. */
export function toHandout({ kind, work = [], known, answers = false, notes, stage, sheets }: HandoutDto): Handout {
  switch (kind) {
    case 'worksheet':
      return { kind, work, answers, ...(known !== undefined && { known }) };
    case 'two-ways':
      return { kind };
    case 'cards':
      return { kind, notes: notes ?? 'line' };
    case 'wall-chart':
      return { kind, stage: stage ?? 'first-year', sheets: sheets ?? 'large' };
  }
}
