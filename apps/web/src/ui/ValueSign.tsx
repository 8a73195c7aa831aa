import type { NoteValue } from '@cifra/core';

const FLAGS: Readonly<Record<string, number>> = { eighth: 1, '16th': 2, '32nd': 3 };

/** A note of a value, small, as a sign on a button. */
export function ValueSign({ value, dots = 0 }: { readonly value: NoteValue; readonly dots?: number }) {
  const hollow = value === 'whole' || value === 'half' || value === 'breve';
  const stem = value !== 'whole' && value !== 'breve';
  return (
    <svg viewBox="0 0 22 26" className="block h-[23px] w-[19px]" aria-hidden>
      <ellipse
        cx="8"
        cy="20"
        rx="4.6"
        ry="3.3"
        transform="rotate(-22 8 20)"
        fill={hollow ? 'none' : 'currentColor'}
        stroke="currentColor"
        strokeWidth={hollow ? 1.7 : 0.6}
      />
      {stem && <path d="M12.1 18.6V3" stroke="currentColor" strokeWidth="1.3" fill="none" />}
      {Array.from({ length: FLAGS[value] ?? 0 }, (_u, i) => (
        <path
          key={i}
          d={`M12.1 ${3 + i * 4.2}c0.6 3.2 5.6 3.4 4.2 8.4c-0.6-2.6-2.6-3.4-4.2-3.8z`}
          fill="currentColor"
        />
      ))}
      {Array.from({ length: dots }, (_u, i) => (
        <circle key={`d${i}`} cx={16 + i * 4} cy="20" r="1.5" fill="currentColor" />
      ))}
    </svg>
  );
}
