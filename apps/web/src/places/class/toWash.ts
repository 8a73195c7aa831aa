import type { KitView } from '@cifra/contract';

/** The same thing: by its number where it has one. */
const thing = (k: KitView): string => (k.number ?? k.what).trim().toLowerCase();

/**
 * Loans of a thing that somebody else had before, with no washing written down since it came back: the hygiene list.
 */
export function toWash(kit: readonly KitView[]): { readonly before: KitView; readonly now: KitView }[] {
  return kit
    .filter((k) => k.kind === 'loan' && k.pupilId !== undefined && k.settled === undefined)
    .flatMap((now) => {
      const before = kit
        .filter(
          (k) =>
            k.kind === 'loan' &&
            k.id !== now.id &&
            thing(k) === thing(now) &&
            k.pupilId !== now.pupilId &&
            k.settled !== undefined &&
            k.settled <= now.from,
        )
        .sort((a, b) => ((a.settled ?? '') < (b.settled ?? '') ? 1 : -1))[0];
      if (before === undefined) return [];
      const washed = kit.some(
        (k) =>
          k.kind === 'washed' &&
          thing(k) === thing(now) &&
          k.settled !== undefined &&
          k.settled >= (before.settled ?? ''),
      );
      return washed ? [] : [{ before, now }];
    });
}
