import type { Loading } from './Loaded';

type Parts = Readonly<Record<string, Loading<unknown>>>;
type Data<P extends Parts> = { readonly [K in keyof P]: Exclude<P[K]['data'], undefined> };

/** Several things that are fetched, as one: there once all of them are there. */
export function allOf<P extends Parts>(parts: P): Loading<Data<P>> {
  const all = Object.entries(parts);
  const isThere = all.every(([, part]) => part.data !== undefined);
  return {
    data: isThere ? (Object.fromEntries(all.map(([name, part]) => [name, part.data])) as Data<P>) : undefined,
    error: all.find(([, part]) => part.error !== undefined)?.[1].error,
    mutate: () => {
      for (const [, part] of all) if (part.error !== undefined) void part.mutate();
    },
  };
}
