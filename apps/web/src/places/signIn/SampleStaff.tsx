const NOTES: readonly {
  readonly figure: string;
  readonly name: string;
  readonly y: number;
  readonly valves: readonly number[];
}[] = [
  { figure: '0', name: 'C', y: 86, valves: [] },
  { figure: '13', name: 'D', y: 81, valves: [1, 3] },
  { figure: '12', name: 'E', y: 76, valves: [1, 2] },
  { figure: '1', name: 'F', y: 71, valves: [1] },
  { figure: '0', name: 'G', y: 66, valves: [] },
];

/** Five notes with their figures: what Cifra does, in one picture. */
export function SampleStaff() {
  return (
    <svg
      viewBox="0 0 330 94"
      className="mt-12 w-full max-w-xl"
      role="img"
      aria-label="Five notes of a trumpet part with valves, figures and letters over them"
    >
      <rect x="0" y="0" width="330" height="27" fill="#dfe7ed" />
      {[0, 1, 2, 3, 4].map((l) => (
        <path key={l} d={`M0 ${36 + 10 * l}H330`} stroke="#15213a" strokeWidth="0.7" />
      ))}
      {NOTES.map((n, i) => {
        const x = 45 + i * 60;
        return (
          <g key={n.name}>
            {[1, 2, 3].map((v) => (
              <circle
                key={v}
                cx={x + (v - 2) * 7}
                cy="5.5"
                r="2.7"
                fill={n.valves.includes(v) ? '#15213a' : '#fff'}
                stroke="#15213a"
                strokeWidth="0.8"
              />
            ))}
            <text
              x={x}
              y="17"
              textAnchor="middle"
              fontFamily="Archivo Narrow"
              fontWeight="600"
              fontSize="9"
              fill="#15213a"
            >
              {n.figure}
            </text>
            <text
              x={x}
              y="25.5"
              textAnchor="middle"
              fontFamily="Archivo Narrow"
              fontWeight="600"
              fontSize="8"
              fill="#0a7264"
            >
              {n.name}
            </text>
            {n.name === 'C' && <path d={`M${x - 9} 86H${x + 9}`} stroke="#15213a" strokeWidth="0.8" />}
            <ellipse cx={x} cy={n.y} rx="5.8" ry="4.3" transform={`rotate(-18 ${x} ${n.y})`} fill="#15213a" />
            <path d={`M${x + 5.4} ${n.y - 1}V${n.y - 32}`} stroke="#15213a" strokeWidth="1.1" />
          </g>
        );
      })}
    </svg>
  );
}
