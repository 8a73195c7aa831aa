/** How far a chain of causes is followed. */
const DEEPEST = 4;
const MOST_LETTERS = 300;

/** What may be said of an error to whoever reads the log. */
export interface SafeError {
  readonly type: string;
  readonly message: string;
  /** Codes of the system or of PostgreSQL, from the outermost error to its cause. */
  readonly codes: readonly string[];
  /** Where it was thrown. */
  readonly at: readonly string[];
}

/**
 * An error without anything that was stored or sent: a database's error carries its parameters, which may be a child's
 * name or a whole file, and its details the row that failed.
 * @example safeError(new Error('Failed query: select $1\nparams: Isla')).message // 'Failed query: select $1'
 */
export function safeError(error: unknown): SafeError {
  if (!(error instanceof Error)) return { type: typeof error, message: 'no error was thrown', codes: [], at: [] };
  const codes: string[] = [];
  for (let e: unknown = error, depth = 0; e instanceof Error && depth < DEEPEST; e = e.cause, depth++) {
    const { code } = e as { code?: unknown };
    if (typeof code === 'string') codes.push(code);
  }
  return {
    type: error.name,
    message: (error.message.split('\nparams:')[0] ?? '').slice(0, MOST_LETTERS),
    codes,
    at: (error.stack ?? '')
      .split('\n')
      .filter((line) => /^ {4}at /.test(line))
      .slice(0, 8),
  };
}
