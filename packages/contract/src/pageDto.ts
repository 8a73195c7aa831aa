import {
  BAND_ROWS,
  BAR_NUMBERS,
  BARS_PER_SYSTEM,
  type BandRow,
  FADE_STEPS,
  type FadeStep,
  PAGE_SIZES,
  type PageSetup,
  REPEATS,
  ROW_SIZES,
  type RowSize,
} from '@cifra/core';
import { Type } from 'class-transformer';
import { ArrayMaxSize, ArrayUnique, IsArray, IsBoolean, IsIn, IsOptional, ValidateNested } from 'class-validator';
import { Day } from './checks';

/** A row of the band: where it stands in the list is where it stands over the notes. */
export class RowDto {
  @IsIn(BAND_ROWS)
  row!: BandRow;

  @IsOptional()
  @IsIn(ROW_SIZES)
  size?: RowSize;

  @IsOptional()
  @IsIn(FADE_STEPS)
  fade?: FadeStep;
}

const Rows = (): PropertyDecorator => (target, property) => {
  for (const check of [
    IsArray(),
    ArrayMaxSize(BAND_ROWS.length),
    ArrayUnique((r: RowDto) => r.row),
    ValidateNested({ each: true }),
    Type(() => RowDto),
  ])
    check(target, property);
};

export class RowsDto {
  @Rows() woodwind!: RowDto[];
  @Rows() brass!: RowDto[];
}

export class FadeChangeDto {
  @Day('Write the day as year-month-day.')
  from!: string;

  @IsIn(FADE_STEPS)
  step!: FadeStep;
}

/** What each setting of a page may be, for the whole setup and for a pupil's part of one. */
const CHECKS: Readonly<Record<keyof PageSetup, readonly PropertyDecorator[]>> = {
  rows: [ValidateNested(), Type(() => RowsDto)],
  fades: [IsArray(), ArrayMaxSize(12), ValidateNested({ each: true }), Type(() => FadeChangeDto)],
  strip: [IsBoolean()],
  legend: [IsBoolean()],
  size: [IsIn(PAGE_SIZES)],
  barsPerSystem: [IsIn(BARS_PER_SYSTEM)],
  barNumbers: [IsIn(BAR_NUMBERS)],
  slurs: [IsBoolean()],
  lyrics: [IsBoolean()],
  chords: [IsBoolean()],
  repeats: [IsIn(REPEATS)],
  countIn: [IsBoolean()],
  signatureMarks: [IsBoolean()],
  easierFigures: [IsBoolean()],
  circles: [IsBoolean()],
  lookFirst: [IsBoolean()],
};

/** How pages look and how much they help. */
export class PageSetupDto implements PageSetup {
  rows!: RowsDto;
  fades!: FadeChangeDto[];
  strip!: boolean;
  legend!: boolean;
  size!: PageSetup['size'];
  barsPerSystem!: PageSetup['barsPerSystem'];
  barNumbers!: PageSetup['barNumbers'];
  slurs!: boolean;
  lyrics!: boolean;
  chords!: boolean;
  repeats!: PageSetup['repeats'];
  countIn!: boolean;
  signatureMarks!: boolean;
  easierFigures!: boolean;
  circles!: boolean;
  lookFirst!: boolean;
}

/** What a pupil's pages have otherwise than the class's: any of it, or nothing. */
export class PupilPageDto implements Partial<PageSetup> {
  rows?: RowsDto;
  fades?: FadeChangeDto[];
  strip?: boolean;
  legend?: boolean;
  size?: PageSetup['size'];
  barsPerSystem?: PageSetup['barsPerSystem'];
  barNumbers?: PageSetup['barNumbers'];
  slurs?: boolean;
  lyrics?: boolean;
  chords?: boolean;
  repeats?: PageSetup['repeats'];
  countIn?: boolean;
  signatureMarks?: boolean;
  easierFigures?: boolean;
  circles?: boolean;
  lookFirst?: boolean;
}

for (const [key, checks] of Object.entries(CHECKS)) {
  for (const check of checks) {
    check(PageSetupDto.prototype, key);
    check(PupilPageDto.prototype, key);
  }
  IsOptional()(PupilPageDto.prototype, key);
}
