/** Which finger a touch belongs to; `palm` and `side` are pressed with the edge of the hand. */
export type Finger = 'thumb' | 'index' | 'middle' | 'ring' | 'little' | 'palm' | 'side';

export interface Touch {
  readonly name: string;
  readonly hand: 'left' | 'right';
  readonly finger: Finger;
}

export const WOODWINDS = ['flute', 'oboe', 'clarinet', 'saxophone', 'bassoon', 'recorder'] as const;
export type Woodwind = (typeof WOODWINDS)[number];

const hand = (side: Touch['hand'], fingers: Readonly<Partial<Record<Finger, string>>>): Touch[] =>
  Object.entries(fingers).flatMap(([finger, names]) =>
    names.split(' ').map((name) => ({ name, hand: side, finger: finger as Finger })),
  );

const SIX_LEFT = { index: '1', middle: '2', ring: '3' };
const SIX_RIGHT = { index: '4', middle: '5', ring: '6' };

/** The touches of each woodwind, by hand and finger. Common practice of the standard school instrument, no source. */
export const TOUCHES: Readonly<Record<Woodwind, readonly Touch[]>> = Object.freeze({
  flute: [
    ...hand('left', { thumb: 'T Tb', ...SIX_LEFT, little: 'Gs' }),
    ...hand('right', { ...SIX_RIGHT, little: 'Eb Cs C', side: 'tr1 tr2 Bb' }),
  ],
  oboe: [
    ...hand('left', { thumb: '8', ...SIX_LEFT, little: 'Gs LF LEb B Bb', side: '8s' }),
    ...hand('right', { ...SIX_RIGHT, ring: '6 F', little: 'Eb C Cs' }),
  ],
  clarinet: [
    ...hand('left', { thumb: 'T R', ...SIX_LEFT, little: 'Cs LE LF LFs', side: 'A Gs' }),
    ...hand('right', { ...SIX_RIGHT, ring: '6 sliver', little: 'Ab RE RF RFs lowEb', side: 'sideEb sideFs sideBb' }),
  ],
  saxophone: [
    ...hand('left', {
      thumb: '8 lowA',
      ...SIX_LEFT,
      index: '1 front',
      little: 'Gs Cs B Bb',
      side: 'bis',
      palm: 'palmD palmEb palmF',
    }),
    ...hand('right', { ...SIX_RIGHT, little: 'Eb C', side: 'sideBb sideC sideE Fs highFs' }),
  ],
  bassoon: [
    ...hand('left', { thumb: 'W tCs lowD lowC lowB lowBb highA highC', ...SIX_LEFT, little: 'Eb Cs' }),
    ...hand('right', { thumb: 'tE tBb tFs tAb', ...SIX_RIGHT, little: 'F Fs Ab' }),
  ],
  recorder: [...hand('left', { thumb: 'T', ...SIX_LEFT }), ...hand('right', { ...SIX_RIGHT, little: '7' })],
});

/** A touch's name without the mark for a half-closed hole. */
export const plainTouch = (name: string): string =>
  name.length === 2 && /^(T|\d)h$/.test(name) ? name.charAt(0) : name;

/** The touch of a name on one hand, if the instrument has it. */
export function touchOf(woodwind: Woodwind, hand: Touch['hand'], name: string): Touch | undefined {
  const plain = plainTouch(name);
  return TOUCHES[woodwind].find((t) => t.hand === hand && t.name === plain);
}
