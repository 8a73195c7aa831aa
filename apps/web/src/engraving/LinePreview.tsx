import type { Score, Written } from '@cifra/core';
import { useLine } from './useEngraving';
import { Sheet } from '../ui/Sheet';
import { StaffSkeleton } from '../ui/States';

const WIDTH_MM100 = 20000;
/** A short line is not blown up: so many pixels to a hundredth of a millimetre at most. */
const LARGEST = 0.05;

/** The line as it will be kept, engraved. */
export function LinePreview({ score }: { readonly score: Score<Written> }) {
  const { data, error } = useLine(score, WIDTH_MM100);
  return (
    <div className="max-h-[26rem] overflow-y-auto rounded-lg border border-line bg-white p-4">
      {error !== undefined ? (
        <p role="alert" className="text-warning">
          The preview could not be drawn, but the line was read. You can keep it, or try again after reloading the page.
        </p>
      ) : data === undefined ? (
        <StaffSkeleton systems={2} label="Engraving the preview" />
      ) : (
        <div style={{ maxWidth: data.width * LARGEST }}>
          <Sheet page={data} />
        </div>
      )}
    </div>
  );
}
