import type { ClassView, ExerciseView } from '@cifra/contract';
import { type InstrumentId, isInstrumentId } from '@cifra/core';
import { useNavigate, useParams, useSearchParams } from 'react-router';

/** What the Parts place can show besides one instrument's page. */
export const VIEWS = ['all', 'call-sheet', 'score', 'handouts'] as const;
export type PartsView = InstrumentId | (typeof VIEWS)[number];

/** The address carries the view, the pupil and the chosen note, so that Back and bookmarks work. */
export function useSelection(exercise: ExerciseView, group: ClassView) {
  const { instrument } = useParams();
  const [query, setQuery] = useSearchParams();
  const navigate = useNavigate();
  const base = `/exercises/${exercise.id}/parts`;
  const [note, pupil] = [query.get('note') ?? undefined, query.get('pupil') ?? undefined];
  const withQuery = (
    to: string,
    of: { readonly note?: string | undefined; readonly pupil?: string | undefined },
  ): string => {
    const params = new URLSearchParams(Object.entries(of).flatMap(([k, v]) => (v === undefined ? [] : [[k, v]])));
    return params.size === 0 ? to : `${to}?${params.toString()}`;
  };
  return {
    view: instrument as PartsView | undefined,
    valid:
      VIEWS.some((v) => v === instrument) ||
      (instrument !== undefined && isInstrumentId(instrument) && group.instruments.includes(instrument)),
    fallback: `${base}/${group.instruments[0] ?? 'all'}`,
    note,
    pupil,
    choose: (to: PartsView) => void navigate(withQuery(`${base}/${to}`, VIEWS.some((v) => v === to) ? {} : { note })),
    choosePupil: (id: string | undefined) => void navigate(withQuery(`${base}/${instrument}`, { note, pupil: id })),
    chooseNote: (to: string | undefined, of?: InstrumentId) => {
      if (of !== undefined && of !== instrument) void navigate(withQuery(`${base}/${of}`, { note: to }));
      else
        setQuery(
          Object.fromEntries(
            Object.entries({ note: to, pupil }).flatMap(([k, v]) => (v === undefined ? [] : [[k, v]])),
          ),
          { replace: true },
        );
    },
  };
}
