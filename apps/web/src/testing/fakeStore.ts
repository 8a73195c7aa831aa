/** Puts a browser's store in place, empty, as far as the application uses it. */
export function fakeStore(): void {
  const kept = new Map<string, string>();
  const store: Storage = {
    getItem: (k) => kept.get(k) ?? null,
    setItem: (k, v) => {
      kept.set(k, v);
    },
    removeItem: (k) => {
      kept.delete(k);
    },
    clear: () => kept.clear(),
    key: () => null,
    length: 0,
  };
  Object.defineProperty(globalThis, 'localStorage', { value: store, configurable: true });
}
