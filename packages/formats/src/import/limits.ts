/** Limits on what a file may hold. */
export const MAX_FILE_BYTES = 5 * 1024 * 1024;
export const MAX_UNPACKED_BYTES = 20 * 1024 * 1024;
export const MAX_ZIP_ENTRIES = 64;
