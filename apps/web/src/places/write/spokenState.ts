import {
  type EditState,
  eventAt,
  formatRational,
  placeBefore,
  placeEvents,
  placeMeasures,
  selectedPlaces,
} from '@cifra/core';
import { valueName } from '../../words/rhythmWords';
import { barName, spokenLetter } from '../../words/spoken';

/** What stands before the caret, or how much is selected, for those who hear the screen. */
export function spokenState(edit: EditState): string {
  const selected = selectedPlaces(edit);
  const number = placeMeasures(edit.score)[edit.caret.measure]?.number ?? 1;
  if (selected.length > 0) return `${selected.length} ${selected.length === 1 ? 'note' : 'notes'} selected`;
  const place = placeBefore(edit.score, edit.caret);
  const event = eventAt(edit.score, place);
  if (place === undefined || event === undefined) return `${barName(number)}, start`;
  const placed = placeEvents(edit.score).find((p) => p.event.id === event.id);
  const beat =
    placed === undefined ? '' : `, beat ${formatRational({ n: placed.onset.n + placed.onset.d, d: placed.onset.d })}`;
  const dots = event.duration.dots > 0 ? 'dotted ' : '';
  const what = event.kind === 'rest' ? 'rest' : `${spokenLetter(event.pitch)} ${event.pitch.octave}`;
  return `${what}, ${dots}${valueName(event.duration.value, 'american')}, ${barName(placed?.place.number ?? number)}${beat}`;
}
