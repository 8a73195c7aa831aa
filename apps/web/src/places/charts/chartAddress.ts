import { type InstrumentId, isInstrumentId, readNoteSlug, type Stage, STAGES, type Written } from '@cifra/core';

/** What a chart's address says: instrument, note, and what is shown of it. */
export interface ChartAddress {
  readonly instrument: InstrumentId | undefined;
  readonly note: Written | undefined;
  readonly stage: Stage | undefined;
  /** The exercise whose notes alone are shown. */
  readonly exercise: string | undefined;
  /** A convention looked at here, whatever the class's is. */
  readonly convention: string | undefined;
}

export function readChartAddress(
  instrument: string | undefined,
  note: string | undefined,
  query: URLSearchParams,
): ChartAddress {
  const stage = query.get('stage');
  return {
    instrument: instrument !== undefined && isInstrumentId(instrument) ? instrument : undefined,
    note: note === undefined ? undefined : readNoteSlug(note),
    stage: STAGES.find((s) => s === stage),
    exercise: query.get('exercise') ?? undefined,
    convention: query.get('convention') ?? undefined,
  };
}

export function writeChartAddress(
  instrument: InstrumentId,
  note: string | undefined,
  shown: Pick<ChartAddress, 'stage' | 'exercise' | 'convention'>,
): string {
  const query = new URLSearchParams();
  for (const name of ['stage', 'exercise', 'convention'] as const)
    if (shown[name] !== undefined) query.set(name, shown[name]);
  const text = query.toString();
  return `/charts/${instrument}${note === undefined ? '' : `/${note}`}${text === '' ? '' : `?${text}`}`;
}
