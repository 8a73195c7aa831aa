const COUNT = ['no', 'one', 'two', 'three', 'four', 'five', 'six', 'seven'];

/**
 * A signature by its signs.
 * @example signatureWords(-2) // 'two flats'
 */
export function signatureWords(fifths: number): string {
  if (fifths === 0) return 'no sharps or flats';
  const count = Math.abs(fifths);
  return `${COUNT[count] ?? count} ${fifths > 0 ? 'sharp' : 'flat'}${count === 1 ? '' : 's'}`;
}
