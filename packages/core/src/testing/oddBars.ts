import { signatureAlter } from '../key/key';
import { pitch, stepAt, type Written } from '../pitch/pitch';
import { add, compare, type Rational, subtract, sum, ZERO } from '../rational/rational';
import type { Random } from '../random/random';
import { type Duration, durationQuarters, splitQuarters } from '../score/duration';
import { ARTICULATIONS, DYNAMICS, type MusicEvent } from '../score/score';

type Event = MusicEvent<Written>;

const plain = (value: Duration['value'], dots = 0): Duration => ({ value, dots });
const third = (value: Duration['value'], dots = 0): Duration => ({ value, dots, tuplet: { actual: 3, normal: 2 } });

/** What stands together in a bar: values, and groups that belong under one bracket. */
const GROUPS: readonly (readonly Duration[])[] = [
  [plain('quarter')],
  [plain('quarter')],
  [plain('quarter')],
  [plain('half')],
  [plain('half')],
  [plain('half', 1)],
  [plain('whole')],
  [plain('eighth'), plain('eighth')],
  [plain('eighth'), plain('eighth')],
  [plain('eighth')],
  [plain('quarter', 1), plain('eighth')],
  [plain('quarter', 1)],
  [plain('eighth', 1), plain('16th')],
  [plain('eighth'), plain('quarter'), plain('eighth')],
  [plain('16th'), plain('16th'), plain('16th'), plain('16th')],
  [plain('eighth'), plain('16th'), plain('16th')],
  [third('eighth'), third('eighth'), third('eighth')],
  [third('quarter'), third('eighth')],
  [third('eighth'), third('quarter')],
  [third('eighth', 1), third('16th'), third('eighth')],
  [third('quarter'), third('quarter'), third('quarter')],
  [plain('half', 2)],
];

/** Makes the bars of one line; each kind of oddity has its own chance. */
export class OddBars {
  private events = 0;
  private place: number;
  private fifths = 0;
  /** Letters that were altered a moment ago: accidentals come again in every relation to them. */
  private readonly altered = new Map<number, number>();

  constructor(
    private readonly random: Random,
    private readonly low: number,
    private readonly high: number,
  ) {
    this.place = low + Math.floor((high - low) / 2);
  }

  private chance(share: number): boolean {
    return this.random.next() < share;
  }

  private nextPitch(): Written {
    const { random } = this;
    const leap = random.of([-1, 1, -1, 1, -2, 2, 0, 0, 3, -3, 4, -4, 7, -7]);
    const to = this.place + leap;
    if (to >= this.low && to <= this.high) this.place = to;
    const step = stepAt(this.place);
    const inKey = signatureAlter(this.fifths, step);
    const before = this.altered.get(this.place % 7);
    const alter =
      before !== undefined && this.chance(0.6)
        ? before
        : this.chance(0.14)
          ? Math.max(-2, Math.min(2, inKey + random.of([-1, 1])))
          : inKey;
    if (alter !== inKey) this.altered.set(this.place % 7, alter);
    else if (this.chance(0.5)) this.altered.delete(this.place % 7);
    return pitch<Written>(step, alter, Math.floor(this.place / 7));
  }

  private event(duration: Duration, place?: Event['tupletPlace']): Event {
    const base = { id: `n${++this.events}`, duration, ...(place !== undefined && { tupletPlace: place }) };
    const shared = {
      ...base,
      ...(this.chance(0.02) && { fermata: true }),
      ...(this.chance(0.03) && { dynamic: this.random.of(DYNAMICS) }),
      ...(this.chance(0.01) && { words: this.random.of(['dolce', 'a tempo', 'rit.', 'Fine']) }),
    };
    if (this.chance(0.1)) return { kind: 'rest', ...shared };
    return {
      kind: 'note',
      ...shared,
      pitch: this.nextPitch(),
      ...(this.chance(0.08) && { articulations: [this.random.of(ARTICULATIONS)] }),
      ...(this.chance(0.03) && { breathAfter: true }),
      ...(this.chance(0.02) && { courtesy: true }),
    };
  }

  /** A bar's events, to a length. */
  fill(full: Rational, isPickup: boolean): Event[] {
    const { random } = this;
    if (!isPickup && this.chance(0.05)) return this.silence(full);
    const events: Event[] = [];
    let filled = ZERO;
    while (compare(filled, full) < 0) {
      const left = subtract(full, filled);
      const fitting = GROUPS.filter((g) => compare(sum(g.map(durationQuarters)), left) <= 0);
      const group = fitting.length === 0 || this.chance(0.03) ? splitQuarters(left) : random.of(fitting);
      const bracket = group[0]?.tuplet !== undefined;
      group.forEach((d, i) => {
        const place = i === 0 ? 'start' : i === group.length - 1 ? 'stop' : 'inside';
        events.push(this.event(d, bracket ? place : undefined));
      });
      filled = add(filled, sum(group.map(durationQuarters)));
    }
    return events;
  }

  private silence(full: Rational): Event[] {
    const rests = splitQuarters(full).map((duration): Event => ({ kind: 'rest', id: `n${++this.events}`, duration }));
    const [only] = rests;
    return rests.length === 1 && only?.kind === 'rest' ? [{ ...only, wholeMeasure: true }] : rests;
  }

  /** An earlier bar again: as it was, moved, with another end, or with other notes on its rhythm. */
  again(events: readonly Event[]): Event[] {
    const how = this.random.of(['same', 'same', 'same', 'moved', 'end', 'notes', 'rest'] as const);
    const steps = this.random.of([-2, -1, 1, 2]);
    return events.map((e, i): Event => {
      const id = `n${++this.events}`;
      if (e.kind === 'rest') return { ...e, id };
      if (how === 'rest' && i === 0 && e.tupletPlace === undefined) return { kind: 'rest', id, duration: e.duration };
      const isLast = i === events.length - 1;
      const moved = e.pitch.octave * 7 + 'CDEFGAB'.indexOf(e.pitch.step) + steps;
      const step = stepAt(moved);
      const to =
        how === 'moved'
          ? pitch<Written>(step, signatureAlter(this.fifths, step), Math.floor(moved / 7))
          : how === 'notes' || (how === 'end' && isLast)
            ? this.nextPitch()
            : e.pitch;
      return { ...e, id, pitch: to };
    });
  }

  setKey(fifths: number): void {
    this.fifths = fifths;
  }
}
