import type { FoundExercise, Staff } from '@cifra/scan';
import type { ShownPage } from '../../../scanning/scanner';

/** Over and under a staff so many spaces belong to it. */
const AROUND = 4;

const outlineOf = ({ line }: Staff): string => {
  const at = (p: Staff['line'][number], up: number): string => `${p.x.toFixed(1)},${(p.y - up * p.space).toFixed(1)}`;
  return [...line.map((p) => at(p, AROUND)), ...[...line].reverse().map((p) => at(p, -AROUND))].join(' ');
};

interface Props {
  readonly page: ShownPage;
  readonly exercises: readonly FoundExercise[];
  /** Those that are on the shelf. */
  readonly kept: ReadonlySet<number>;
  readonly onChoose: (exercise: number) => void;
}

/** The page with its staves outlined; those of one exercise are chosen by one tap. */
export function PagePicture({ page, exercises, kept, onChoose }: Props) {
  const read = new Set(exercises.flatMap((e) => e.lines.flat()));
  return (
    <svg
      viewBox={`0 0 ${page.width} ${page.height}`}
      className="w-full rounded-md border border-line bg-white"
      role="group"
      aria-label="The page"
    >
      <image href={page.picture} width={page.width} height={page.height} />
      {page.staves.map((staff, i) =>
        read.has(i) ? null : (
          <polygon
            key={i}
            points={outlineOf(staff)}
            className="fill-transparent stroke-[#5a6b82] opacity-60"
            strokeWidth={2}
            strokeDasharray="10 8"
          />
        ),
      )}
      {exercises.map((exercise, e) => {
        const staves = exercise.lines.flat().flatMap((i) => page.staves[i] ?? []);
        const first = staves[0]?.line[0];
        return (
          <g
            key={e}
            role="button"
            tabIndex={0}
            aria-label={`Exercise ${e + 1}`}
            onClick={() => onChoose(e)}
            onKeyDown={(event) => {
              if (event.key !== 'Enter' && event.key !== ' ') return;
              event.preventDefault();
              onChoose(e);
            }}
            className="group cursor-pointer outline-none"
          >
            {staves.map((staff, i) => (
              <polygon
                key={i}
                points={outlineOf(staff)}
                className="fill-transparent stroke-[#5a6b82] group-hover:fill-accent/10 group-hover:stroke-accent group-focus-visible:fill-accent/10 group-focus-visible:stroke-accent"
                strokeWidth={2.5}
              />
            ))}
            {first !== undefined && (
              <g aria-hidden transform={`translate(${Math.max(24, first.x - 4)} ${first.y - AROUND * first.space})`}>
                <circle r={22} className={kept.has(e) ? 'fill-accent' : 'fill-[#41526b]'} />
                <text y={9} textAnchor="middle" className="fill-white text-[26px] font-semibold">
                  {kept.has(e) ? '✓' : e + 1}
                </text>
              </g>
            )}
          </g>
        );
      })}
    </svg>
  );
}
