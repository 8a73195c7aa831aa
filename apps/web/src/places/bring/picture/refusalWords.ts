import type { ScanRefusal } from '../../../scanning/scanner';

/** Why a picture cannot be read, and what to do. */
export function refusalWords(r: ScanRefusal): string {
  switch (r.kind) {
    case 'no-picture':
      return 'This file is no picture that can be opened here. Save it as PNG or JPEG, or photograph the page.';
    case 'no-staves':
      return 'No staff was found. Photograph the page from above, in even light, so that its lines run across; or turn it.';
    case 'too-small':
      return `The music is too small: a staff needs ${r.least} points of height, this one has ${r.height}. Hold the phone nearer.`;
  }
}
