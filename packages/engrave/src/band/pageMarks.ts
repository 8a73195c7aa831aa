import { type PagePlan, placeMeasures } from '@cifra/core';
import { element, type XmlElement } from '@cifra/xml';
import { INK } from '../diagram/ink';
import { NOTE_PREFIX } from '../engine/notePrefix';
import { drawTempo } from '../page/tempoMark';
import type { System } from '../system/readSystems';
import { drawText, round } from '../text/drawText';
import { measureText } from '../text/measureText';

const NUMBER_SIZE = 250;
const CLEARANCE = 60;

/** Left and right ends of what already stands in a band. */
export type Taken = readonly { readonly left: number; readonly right: number }[];

const free = (left: number, right: number, taken: Taken): boolean =>
  taken.every((t) => right + CLEARANCE < t.left || left - CLEARANCE > t.right);

/**
 * Bar numbers in the band's own strip: over the clef at the start of a line, and where every bar is numbered at its bar
 * line, on the side where there is room.
 */
export function drawBarNumbers(system: System, { part, setup }: PagePlan, taken: Taken): XmlElement[] {
  if (setup.barNumbers === 'none') return [];
  const numbers = new Map(placeMeasures(part.score).map((p) => [NOTE_PREFIX + p.measure.id, p]));
  const band = system.bands[0];
  const y = band === undefined ? system.staffTop - 200 : band.bottom - CLEARANCE;
  return system.measures.flatMap((m, i): XmlElement[] => {
    const place = numbers.get(m.id);
    if (
      place === undefined ||
      (i > 0 && setup.barNumbers !== 'all') ||
      place.measure.pickup === true ||
      (i === 0 && place.index === 0 && setup.barNumbers !== 'all')
    )
      return [];
    const text = String(place.number);
    const width = measureText(text, NUMBER_SIZE, 'regular');
    const x = [m.left + CLEARANCE, m.left - CLEARANCE - width].find(
      (at) => at >= system.left && free(at, at + width, band === undefined ? [] : taken),
    );
    return x === undefined
      ? []
      : [drawText(text, x, y, { size: NUMBER_SIZE, weight: 'regular', fill: INK, className: 'bar-number' })];
  });
}

/** Tempo words and metronome marks in the room that the engraver kept for them. */
export function drawTempos(system: System, { part }: PagePlan): XmlElement[] {
  const places = new Map(part.score.measures.map((m, i) => [`${NOTE_PREFIX}tempo-${m.id}`, i]));
  return system.tempos.flatMap((t) => {
    const at = places.get(t.id) ?? -1;
    const tempo = part.score.measures[at]?.tempo;
    // Where an ending's bracket begins or ends it stands clear of the bracket's edge.
    const byBracket =
      part.score.measures[at]?.ending !== undefined || part.score.measures[at - 1]?.ending !== undefined;
    return tempo === undefined ? [] : [drawTempo(tempo, t.x + (byBracket ? 110 : 0), t.y)];
  });
}

const CIRCLE_ROOM = 150;

/** A ring as a pencil draws it: a little more than once round, not quite closed on itself. */
function pencilRing(x: number, y: number, rx: number, ry: number): XmlElement {
  const at = (turn: number, grow: number): string => {
    const angle = turn * 2 * Math.PI;
    return `${round(x + Math.cos(angle) * rx * grow)} ${round(y + Math.sin(angle) * ry * grow)}`;
  };
  const from = -0.22;
  const steps = 20;
  const points = Array.from({ length: steps + 1 }, (_u, i) =>
    at(from + (1.08 * i) / steps, 1 + 0.035 * Math.sin(i * 0.9) + (0.06 * i) / steps),
  );
  return element('path', {
    class: 'circle',
    d: `M${points.join('L')}`,
    stroke: INK,
    'stroke-width': 18,
    'stroke-linecap': 'round',
    'stroke-linejoin': 'round',
    fill: 'none',
  });
}

/**
 * A pencil circle round the notes of each place that is likely to go wrong; one that spans two lines stands at its
 * second note.
 */
export function drawCircles(system: System, { circled }: PagePlan, line: number): XmlElement[] {
  const heads = new Map(system.heads.filter((h) => h.line === line).map((h) => [h.note, h]));
  return circled.flatMap((c): XmlElement[] => {
    const to = heads.get(c.to);
    if (to === undefined) return [];
    const from = heads.get(c.from) ?? to;
    const [left, right] = [Math.min(from.x, to.x), Math.max(from.x, to.x)];
    const [top, bottom] = [Math.min(from.y, to.y), Math.max(from.y, to.y)];
    return [
      pencilRing(
        (left + right) / 2,
        (top + bottom) / 2,
        (right - left) / 2 + CIRCLE_ROOM + 70,
        (bottom - top) / 2 + CIRCLE_ROOM + 40,
      ),
    ];
  });
}
