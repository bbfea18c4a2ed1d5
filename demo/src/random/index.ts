/** Numbers that look random and are the same for the same seed (mulberry32). */
export class Random {
  #state: number;

  constructor(seed: number) {
    this.#state = seed >>> 0;
  }

  /** From 0 up to but not 1. */
  next(): number {
    this.#state = (this.#state + 0x6d2b79f5) >>> 0;
    let t = this.#state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  }

  /** A whole number from `low` to `high`, both included. */
  whole(low: number, high: number): number {
    return low + Math.floor(this.next() * (high - low + 1));
  }

  chance(share: number): boolean {
    return this.next() < share;
  }

  pick<T>(list: readonly T[]): T {
    return list[Math.floor(this.next() * list.length)];
  }

  /** `count` of the list, none twice. */
  some<T>(list: readonly T[], count: number): T[] {
    const left = [...list];
    return Array.from({ length: Math.min(count, left.length) }, () => left.splice(Math.floor(this.next() * left.length), 1)[0]);
  }

  digits(count: number): string {
    return Array.from({ length: count }, () => this.whole(0, 9)).join('');
  }
}
