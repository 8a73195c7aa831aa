/** Whose turn it is, where player and pupils take turns. */
export const TurnSign = ({ playing, isYours }: { readonly playing: boolean; readonly isYours: boolean }) => (
  <p
    role="status"
    className={`shrink-0 border-b border-line py-1.5 text-center text-[17px] font-semibold ${isYours ? 'bg-accent text-white' : 'bg-band text-secondary'}`}
  >
    {!playing ? 'Listen first, then answer' : isYours ? 'Your turn' : 'Listen'}
  </p>
);
