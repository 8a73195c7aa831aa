/**
 * What is drawn and written on a page is black, whatever its weight: a printer that has nothing else sets every other
 * colour as a pattern of dots, which small letters do not survive.
 */
export const INK = '#000000';
export const WARNING = '#b3261e';
