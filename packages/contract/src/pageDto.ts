import { BAND_ROWS, BAR_NUMBERS, BARS_A_LINE, type BandRow, FADE_STEPS, type FadeStep, PAGE_SIZES, type PageSetup, REPEATS, ROW_SIZES, type RowSize } from '@cifra/core';
import { Type } from 'class-transformer';
import { ArrayMaxSize, ArrayUnique, IsArray, IsBoolean, IsIn, IsISO8601, IsOptional, Length, ValidateNested } from 'class-validator';

/** A row of the band: where it stands in the list is where it stands over the notes. */
export class RowDto {
  @IsIn(BAND_ROWS)
  row!: BandRow;

  @IsOptional() @IsIn(ROW_SIZES)
  size?: RowSize;

  @IsOptional() @IsIn(FADE_STEPS)
  fade?: FadeStep;
}

const Rows = (): PropertyDecorator => (target, property) => {
  for (const check of [IsArray(), ArrayMaxSize(BAND_ROWS.length), ArrayUnique((r: RowDto) => r.row), ValidateNested({ each: true }), Type(() => RowDto)]) check(target, property);
};

export class RowsDto {
  @Rows() woodwind!: RowDto[];
  @Rows() brass!: RowDto[];
}

export class PlanStepDto {
  @IsISO8601({ strict: true }, { message: 'Write the day as year-month-day.' }) @Length(10, 10, { message: 'Write the day as year-month-day.' })
  from!: string;

  @IsIn(FADE_STEPS)
  step!: FadeStep;
}

/** How pages look and how much they help; a pupil's own holds only what differs from the class. */
export class PageSetupDto implements PageSetup {
  @ValidateNested() @Type(() => RowsDto) rows!: RowsDto;

  @IsArray() @ArrayMaxSize(12) @ValidateNested({ each: true }) @Type(() => PlanStepDto)
  plan!: PlanStepDto[];

  @IsBoolean() strip!: boolean;
  @IsBoolean() legend!: boolean;
  @IsIn(PAGE_SIZES) size!: PageSetup['size'];
  @IsIn(BARS_A_LINE) barsALine!: PageSetup['barsALine'];
  @IsIn(BAR_NUMBERS) barNumbers!: PageSetup['barNumbers'];
  @IsBoolean() slurs!: boolean;
  @IsIn(REPEATS) repeats!: PageSetup['repeats'];
  @IsBoolean() countIn!: boolean;
  @IsBoolean() signatureMarks!: boolean;
  @IsBoolean() circles!: boolean;
  @IsBoolean() lookFirst!: boolean;
}

/** What a pupil's pages have otherwise than the class's. */
export class PupilPageDto implements Partial<PageSetup> {
  @IsOptional() @ValidateNested() @Type(() => RowsDto) rows?: RowsDto;
  @IsOptional() @IsArray() @ArrayMaxSize(12) @ValidateNested({ each: true }) @Type(() => PlanStepDto) plan?: PlanStepDto[];
  @IsOptional() @IsBoolean() strip?: boolean;
  @IsOptional() @IsBoolean() legend?: boolean;
  @IsOptional() @IsIn(PAGE_SIZES) size?: PageSetup['size'];
  @IsOptional() @IsIn(BARS_A_LINE) barsALine?: PageSetup['barsALine'];
  @IsOptional() @IsIn(BAR_NUMBERS) barNumbers?: PageSetup['barNumbers'];
  @IsOptional() @IsBoolean() slurs?: boolean;
  @IsOptional() @IsIn(REPEATS) repeats?: PageSetup['repeats'];
  @IsOptional() @IsBoolean() countIn?: boolean;
  @IsOptional() @IsBoolean() signatureMarks?: boolean;
  @IsOptional() @IsBoolean() circles?: boolean;
  @IsOptional() @IsBoolean() lookFirst?: boolean;
}
