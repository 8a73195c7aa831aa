import type { Concert } from '../pitch/pitch';
import type { Measure } from '../score/score';

/** A bar as it is written, spelled out another way than the code does it. */
export const spelled = (m: Measure<Concert>): string =>
  JSON.stringify(
    m.events.map((x) => [
      x.kind,
      x.duration.value,
      x.duration.dots,
      x.duration.tuplet ?? null,
      x.kind === 'note' ? [x.pitch.step, x.pitch.alter, x.pitch.octave, x.tie === true] : null,
    ]),
  );
