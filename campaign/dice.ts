/** Everything random comes from here, so that a seed tells a run again as far as timing allows. */
export class Dice {
  private state: number;

  constructor(seed: number) {
    this.state = seed >>> 0;
  }

  /** 0 ≤ x < 1: mulberry32. */
  next(): number {
    let t = (this.state += 0x6d2b79f5);
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32;
  }

  below(n: number): number {
    return Math.floor(this.next() * n);
  }

  between(least: number, most: number): number {
    return least + this.next() * (most - least);
  }

  chance(share: number): boolean {
    return this.next() < share;
  }

  of<T>(all: readonly T[]): T {
    return all[this.below(all.length)]!;
  }

  /** Dice of their own for somebody who throws at his own pace. */
  fork(): Dice {
    return new Dice(this.below(2 ** 32));
  }
}
