/**
 * Keeps what was worked out for the last few objects, by identity.
 *
 * A weak map would keep it for all of them, and its entries make every clearing of young memory dear; the parts of a class come one after the
 * other from one line, so that a few places are enough. What was dropped is worked out again.
 * @example const structures = new Recent<Score, Structure>(8, readStructure); structures.of(score)
 */
export class Recent<K extends object, V> {
  private readonly keys: K[] = [];
  private readonly values: V[] = [];

  constructor(
    private readonly places: number,
    private readonly make: (key: K) => V,
  ) {}

  /** The value of an object, made now unless it is still kept. */
  of(key: K): V {
    if (this.keys[0] === key) return this.values[0] as V;
    const at = this.keys.indexOf(key);
    const value = at < 0 ? this.make(key) : (this.values[at] as V);
    this.put(key, value, at);
    return value;
  }

  /** Says what an object's value is. */
  keep(key: K, value: V): void {
    this.put(key, value, this.keys.indexOf(key));
  }

  private put(key: K, value: V, at: number): void {
    if (at >= 0) {
      this.keys.splice(at, 1);
      this.values.splice(at, 1);
    }
    this.keys.unshift(key);
    this.values.unshift(value);
    if (this.keys.length > this.places) {
      this.keys.pop();
      this.values.pop();
    }
  }
}
