import { type InstrumentId, instrumentsWith } from '@cifra/core';

const plain = (text: string): string => text.toLowerCase().replace(/[^a-z0-9]/g, '');

/**
 * The instrument that a word means: by its name, its short name or the start of its name, the plainest first.
 * @param own instruments of the teacher's own that are looked through too
 */
export function instrumentNamed(word: string, own: readonly InstrumentId[] = []): InstrumentId | undefined {
  const wanted = plain(word);
  if (wanted === '') return undefined;
  const names = instrumentsWith(own).map((i) => ({
    id: i.id,
    names: [plain(i.name), plain(i.shortName), plain(i.id)],
  }));
  const exact = names.find((i) => i.names.includes(wanted));
  return (
    exact ??
    names
      .filter((i) => i.names.some((n) => n.startsWith(wanted)))
      .sort((a, b) => (a.names[0]?.length ?? 0) - (b.names[0]?.length ?? 0))[0]
  )?.id;
}
