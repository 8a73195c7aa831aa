import { create } from 'qrcode';

/**
 * An address as the rows of a QR code, 1 dark. Source: ISO/IEC 18004, by the library; level M survives a school's
 * printer.
 */
export function qrRows(address: string): string[] {
  const { size, data } = create(address, { errorCorrectionLevel: 'M' }).modules;
  return Array.from({ length: size }, (_u, y) =>
    Array.from({ length: size }, (_v, x) => (data[y * size + x] === 0 ? '0' : '1')).join(''),
  );
}
