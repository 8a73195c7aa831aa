/** What went wrong, in words for whoever reads it: everything that is thrown here says them. */
export const reasonOf = (e: unknown): string => (e instanceof Error ? e.message : String(e));
