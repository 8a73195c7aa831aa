/** The page's blue-black. */
export const INK = '#15213a';
export const SECONDARY = '#4b5872';
export const WARNING = '#b3261e';
