import { filledIn, type SaveAssignmentDto } from '@cifra/contract';
import { LADDER_RUNGS, type LineSummary } from '@cifra/core';

/**
 * What of the form is sent: for whom decides which of its fields count. Bars are told by both ends: one that is left
 * open is the line's own.
 */
export function workOf(
  form: SaveAssignmentDto,
  summary: Pick<LineSummary, 'opening' | 'traits'> | undefined,
): SaveAssignmentDto {
  const { fromBar: from, toBar: to, section, pupilIds, ...rest } = filledIn(form);
  const some = from !== undefined || to !== undefined;
  const fromBar = from ?? (some ? (summary?.opening.measures[0]?.pickup === true ? 0 : 1) : undefined);
  const toBar = to ?? (some ? summary?.traits.bars : undefined);
  return {
    ...rest,
    ...(fromBar !== undefined && toBar !== undefined && { fromBar, toBar }),
    ...(form.for === 'section' && { section }),
    ...(form.for === 'pupils' && { pupilIds }),
    rungs: LADDER_RUNGS.filter((r) => form.rungs.includes(r)),
  };
}
