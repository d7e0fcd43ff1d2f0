/** The last few values that were asked for, by a text; the one not asked for longest goes first. */
export class LastUsed<V> {
  private readonly kept = new Map<string, V>();

  /** @param most so many are kept. */
  constructor(private readonly most: number) {}

  /** The value kept under a text; undefined: there is none. */
  of(key: string): V | undefined {
    if (!this.kept.has(key)) return undefined;
    const value = this.kept.get(key)!;
    this.kept.delete(key);
    this.kept.set(key, value);
    return value;
  }

  drop(key: string): void {
    this.kept.delete(key);
  }

  keep(key: string, value: V): void {
    this.kept.delete(key);
    this.kept.set(key, value);
    if (this.kept.size > this.most) this.kept.delete(this.kept.keys().next().value!);
  }
}
