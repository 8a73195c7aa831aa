import type { Page } from '@cifra/engrave';
import { Sheet } from './Sheet';

/** Pixels to a hundredth of a millimetre: staves of different lengths are set at one size. */
export const PIXELS_PER_MM100 = 0.036;

/** A drawing at the usual staff size, never wider than its place. */
export const SizedSheet = ({ page }: { readonly page: Page }) => (
  <div style={{ width: page.width * PIXELS_PER_MM100, maxWidth: '100%' }}>
    <Sheet page={page} />
  </div>
);
