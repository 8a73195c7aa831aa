import { CLEFS, type Clef, type Meter, METERS, meterText, type Score, type Written } from '@cifra/core';
import type { Said } from '@cifra/scan';
import { SelectField } from '../../../ui/Field';

const OTHER_METERS: readonly Meter[] = [
  { beats: 2, unit: 2 },
  { beats: 5, unit: 4 },
  { beats: 6, unit: 4 },
  { beats: 7, unit: 8 },
  { beats: 9, unit: 8 },
  { beats: 12, unit: 8 },
];
const FIFTHS = [0, 1, 2, 3, 4, 5, -1, -2, -3, -4, -5];
const signatureText = (f: number): string => (f === 0 ? 'no sign' : `${Math.abs(f)}${f > 0 ? '♯' : '♭'}`);

interface Props {
  /** As it is read now. */
  readonly score: Score<Written>;
  readonly said: Said;
  readonly onSay: (said: Said) => void;
}

/** Clef, signature and meter as they were read; what is wrong is said here. */
export function SayHead({ score, said, onSay }: Props) {
  const first = score.measures[0];
  const { clef = 'treble', key, meter } = first ?? {};
  const meters = [...METERS.map((m): Meter => ({ beats: m.beats, unit: m.unit })), ...OTHER_METERS];
  const all = [...new Set([meterText(meter ?? { beats: 4, unit: 4 }), ...meters.map(meterText)])];
  const meterOf = (text: string): Meter | undefined => meters.find((m) => meterText(m) === text);
  return (
    <div className="grid grid-cols-3 gap-2">
      <SelectField
        id="read-clef"
        label="Clef"
        value={clef}
        onChange={(e) => onSay({ ...said, clef: e.target.value as Clef })}
      >
        {CLEFS.map((c) => (
          <option key={c} value={c}>
            {c}
          </option>
        ))}
      </SelectField>
      <SelectField
        id="read-signature"
        label="Signature"
        value={key?.fifths ?? 0}
        onChange={(e) => onSay({ ...said, fifths: Number(e.target.value) })}
      >
        {[...new Set([key?.fifths ?? 0, ...FIFTHS])].map((f) => (
          <option key={f} value={f}>
            {signatureText(f)}
          </option>
        ))}
      </SelectField>
      <SelectField
        id="read-meter"
        label="Meter"
        value={meterText(meter ?? { beats: 4, unit: 4 })}
        onChange={(e) => {
          const chosen = meterOf(e.target.value);
          if (chosen !== undefined) onSay({ ...said, meter: chosen });
        }}
      >
        {all.map((m) => (
          <option key={m}>{m}</option>
        ))}
      </SelectField>
    </div>
  );
}
