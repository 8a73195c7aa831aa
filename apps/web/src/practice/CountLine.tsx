import type { Playing } from '../player/usePlayer';

/** The count aloud, running along: what is said stands large, what is thought stands light. */
export function CountLine({ player }: { readonly player: Playing }) {
  const shown = player.count ?? player.word?.text;
  return (
    <section
      aria-label="The count"
      className="flex h-28 shrink-0 max-lg:h-16 items-center justify-center border-b border-line bg-band"
    >
      <p
        className={`font-serif text-[72px] leading-none max-lg:text-[44px] ${player.count === undefined && player.word?.held === true ? 'text-[#8a97ab]' : 'font-semibold text-accent'}`}
      >
        {shown ?? (
          <span className="font-sans text-[15px] font-normal text-secondary">
            Press Play, and say what stands here.
          </span>
        )}
      </p>
    </section>
  );
}
