/** The name with the figures of its letters over it, as over notes. */
export function Wordmark({ large = false }: { readonly large?: boolean }) {
  const figures = ['1', '0', '2', '0', '12'];
  return (
    <span
      className={`inline-grid w-fit grid-cols-[repeat(5,auto)] justify-items-center leading-none ${large ? 'text-5xl' : 'text-[25px]'}`}
      role="img"
      aria-label="Cifra"
    >
      {figures.map((f, i) => (
        <span
          key={`f${i}`}
          aria-hidden
          className={`pb-0.5 font-sans font-semibold text-accent ${large ? 'text-base' : 'text-[9.5px]'}`}
        >
          {f}
        </span>
      ))}
      {[...'cifra'].map((c) => (
        <span key={c} aria-hidden className="font-serif font-semibold">
          {c}
        </span>
      ))}
    </span>
  );
}
