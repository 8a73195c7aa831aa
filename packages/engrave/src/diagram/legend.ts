import { type Instrument, type KeyFigure } from '@cifra/core';
import { element, type XmlElement } from '@cifra/xml';
import { drawText, round } from '../text/drawText';
import { measureText } from '../text/measureText';
import { drawCircles } from './circles';
import { INK } from './ink';
import { drawKeyDiagram, keyDiagramHeight, keyDiagramReach } from './keyDiagram';
import { KEY_LAYOUTS, type KeyPlace } from './keys.data';
import { drawSlide, SLIDE_HEIGHT, SLIDE_WIDTH, slidePositionX } from './slide';
import { touchName } from './touchName';
import { drawValves, hasThumbLever, VALVES_HEIGHT, valvesWidth } from './valves';

/** A drawing with the words that explain it, from its top left corner. */
export interface Legend {
  readonly drawing: XmlElement;
  readonly width: number;
  readonly height: number;
}

/** Seven points and more on a beginner's smallest page. */
const SIZE = 275;
/** Names of keys that lie close under each other. */
const NAME_SIZE = 245;
/** From one row of names to the next. */
const NAME_LINE = 250;
const LINE = 380;
const AWAY = 110;

const say = (
  text: string,
  x: number,
  y: number,
  anchor: 'start' | 'middle' | 'end' = 'start',
  size = SIZE,
): XmlElement => drawText(text, x, y, { size, weight: 'regular', fill: INK, anchor });

/** Keys of one height stand in one row of words. */
function rowsOfKeys(keys: readonly KeyPlace[]): KeyPlace[][] {
  const rows: KeyPlace[][] = [];
  for (const k of [...keys].sort((a, b) => a.y - b.y || a.x - b.x)) {
    const row = rows.find((r) => Math.abs((r[0]?.y ?? 0) - k.y) < 40);
    if (row === undefined) rows.push([k]);
    else row.push(k);
  }
  return rows;
}

/** What a key is called beside the drawing: the thumb says so. */
const keyWord = (k: KeyPlace): string =>
  k.name === 'T'
    ? 'thumb'
    : k.name === 'R'
      ? 'register'
      : k.name === '8'
        ? 'octave'
        : k.name === 'W'
          ? 'whisper'
          : touchName(k.name);

/** Whether some figure of an instrument half shuts a hole. */
const hasHalfHoles = ({ system }: Instrument): boolean =>
  system.kind === 'woodwind' && (system.halfHole === true || ['recorder', 'oboe', 'bassoon'].includes(system.woodwind));

/** The name of a row of keys, and the height at which it stands. */
interface Name {
  readonly text: string;
  readonly y: number;
}

/** Names that would stand on each other are moved down, a line each. */
function apart(names: readonly Name[]): Name[] {
  let free = -Infinity;
  return names.map(({ text, y }) => {
    const placed = { text, y: Math.max(y, free) };
    free = placed.y + NAME_LINE;
    return placed;
  });
}

const NOTHING: KeyFigure = { kind: 'keys', left: [], right: [] };

/** A woodwind with every key of the page, larger and with its names. */
function keyLegend(instrument: Instrument, keys: readonly KeyPlace[]): Legend {
  const woodwind = instrument.system.kind === 'woodwind' ? instrument.system.woodwind : 'flute';
  const scale = 2.4;
  const reach = keyDiagramReach(woodwind, keys);
  const names = (side: readonly KeyPlace[]): Name[] =>
    apart(
      rowsOfKeys(side).map((row) => ({
        text: row.map(keyWord).join('  '),
        y: (row.reduce((sum, k) => sum + k.y, 0) / row.length) * scale,
      })),
    );
  const leftNames = names(keys.filter((k) => k.x < 0));
  const rightNames = names(keys.filter((k) => k.x >= 0));
  const widest = (words: readonly { text: string }[]): number =>
    Math.max(0, ...words.map((w) => measureText(w.text, NAME_SIZE, 'regular')));
  const x = widest(leftNames) + AWAY + reach.left * scale;
  const at = (y: number): number => round(y + NAME_SIZE * 0.36);
  const right = x + reach.right * scale + AWAY;
  const holes = KEY_LAYOUTS[woodwind].holes.some((h) => h.twin === true);
  const explained = [
    ['closed', 'pressed'],
    ['open', 'open'],
    ...(hasHalfHoles(instrument) ? [['half', 'half shut']] : []),
  ] as const;
  const signsX = right + widest(rightNames) + 260;
  const signs = explained.flatMap(([state, words], i) => {
    const y = 150 + i * LINE;
    const ring = drawCircles([{ x: signsX, y, r: 75 }], {
      fill: state === 'closed' ? INK : '#ffffff',
      stroke: INK,
      'stroke-width': 18,
    });
    const halfShut =
      state === 'half'
        ? [element('path', { d: `M${round(signsX)} ${y - 75}A75 75 0 0 0 ${round(signsX)} ${y + 75}Z`, fill: INK })]
        : [];
    return [...ring, ...halfShut, say(words ?? '', signsX + 180, y + SIZE * 0.36)];
  });
  const hands = [
    say('left hand above the bar,', signsX - 75, 150 + explained.length * LINE + SIZE * 0.36),
    say('right hand below it', signsX - 75, 150 + (explained.length + 0.85) * LINE + SIZE * 0.36),
  ];
  const diagram = drawKeyDiagram(NOTHING, woodwind, keys);
  return {
    drawing: element('g', { class: 'legend' }, [
      { ...diagram, attributes: { ...diagram.attributes, transform: `translate(${round(x)} 0) scale(${scale})` } },
      ...leftNames.map((n) => say(n.text, x - reach.left * scale - AWAY / 2, at(n.y), 'end', NAME_SIZE)),
      ...rightNames.map((n) => say(n.text, right - AWAY / 2, at(n.y), 'start', NAME_SIZE)),
      ...signs,
      ...hands,
    ]),
    width: signsX + measureText('left hand above the bar,', SIZE, 'regular'),
    height: Math.max(
      (keyDiagramHeight(woodwind) + (holes ? 20 : 30)) * scale,
      ...[...leftNames, ...rightNames].map((n) => n.y + NAME_SIZE),
    ),
  };
}

function valveLegend(instrument: Instrument, four: boolean): Legend {
  const lever = hasThumbLever(instrument);
  const figure = { kind: 'valves' as const, valves: four ? [1, 4] : [1], ...(lever ? { thumb: true } : {}) };
  const width = valvesWidth(figure, lever) * 1.5;
  const drawing = drawValves(figure, lever);
  const words = `${lever ? 'thumb, then ' : ''}valves 1 to ${four ? 4 : 3} as you see them; filled is pressed`;
  return {
    drawing: element('g', { class: 'legend' }, [
      { ...drawing, attributes: { ...drawing.attributes, transform: `translate(${round(width / 2)} 20) scale(1.5)` } },
      say(words, width + 200, 20 + (VALVES_HEIGHT * 1.5) / 2 + SIZE * 0.36),
    ]),
    width: width + 200 + measureText(words, SIZE, 'regular'),
    height: VALVES_HEIGHT * 1.5 + 60,
  };
}

function slideLegend(attachment: boolean): Legend {
  const scale = 1.6;
  const x = (SLIDE_WIDTH * scale) / 2 + 120;
  const drawing = drawSlide({ kind: 'slide', position: 1, adjust: 0, ...(attachment ? { thumb: true } : {}) });
  const numbers = Array.from({ length: 7 }, (_u, i) =>
    say(String(i + 1), x + slidePositionX(i + 1) * scale, SLIDE_HEIGHT * scale + SIZE, 'middle'),
  );
  const words = `where the hand is on the slide: 1 is drawn in, 7 furthest out${attachment ? '; the mark before it is the thumb' : ''}`;
  return {
    drawing: element('g', { class: 'legend' }, [
      { ...drawing, attributes: { ...drawing.attributes, transform: `translate(${round(x)} 0) scale(${scale})` } },
      ...numbers,
      say(words, 2 * x + 160, (SLIDE_HEIGHT * scale) / 2 + SIZE * 0.36),
    ]),
    width: 2 * x + 160 + measureText(words, SIZE, 'regular'),
    height: SLIDE_HEIGHT * scale + SIZE * 1.3,
  };
}

/**
 * What the drawings over the notes mean on an instrument.
 * @param keys the keys that the page's drawings show
 * @param four whether a fourth valve is used on the page
 */
export function drawLegend(instrument: Instrument, keys: readonly KeyPlace[], four: boolean): Legend {
  const { system } = instrument;
  if (system.kind === 'woodwind') return keyLegend(instrument, keys);
  return system.tube.kind === 'slide'
    ? slideLegend(system.tube.attachment !== undefined)
    : valveLegend(instrument, four);
}
