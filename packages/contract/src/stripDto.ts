import { Type } from 'class-transformer';
import { IsInt, Max, Min, ValidateNested } from 'class-validator';
import { PageSetupDto } from './pageDto';

/** Hundredths of a millimetre: from the narrowest phone to the widest strip that a screen asks for. */
const NARROWEST = 4000;
const WIDEST = 25000;

/** How a part is drawn as one strip for a screen. */
export class StripDto {
  @ValidateNested() @Type(() => PageSetupDto) page!: PageSetupDto;
  @IsInt() @Min(NARROWEST) @Max(WIDEST) widthMm100!: number;
}
