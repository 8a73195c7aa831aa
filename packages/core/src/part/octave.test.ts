import fc from 'fast-check';
import { STAGES } from '../instrument/instrument';
import { instrumentOf } from '../instrument/instrumentOf';
import { semitones } from '../pitch/interval';
import { fitOctave } from './octave';

// Common practice, no source: plain trombones and those with an attachment play one part, and no one an octave below.
it.each(STAGES)('trombones of one class sound in one octave, with %s', (stage) => {
  const trombones = (['trombone', 'f-trombone', 'treble-trombone'] as const).map(instrumentOf);
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 36, max: 84 }), { minLength: 1, maxLength: 12 }), (notes) => {
      const counts = notes.map((note) => ({ note, times: 1 }));
      const octaves = trombones.map((i) => fitOctave(i, stage, counts, semitones(i.toWritten)).best.octaves);
      expect(new Set(octaves).size).toBe(1);
    }),
    { numRuns: 500 },
  );
});
