/** A seeded generator (mulberry32), so that every run can be run again. */
export class Dice {
  constructor(private state: number) {}

  /** Uniform in [0, 1). */
  roll(): number {
    this.state = (this.state + 0x6d2b79f5) | 0;
    let t = Math.imul(this.state ^ (this.state >>> 15), 1 | this.state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  }

  below(count: number): number {
    return Math.floor(this.roll() * count);
  }

  chance(share: number): boolean {
    return this.roll() < share;
  }

  pick<T>(list: readonly [T, ...T[]] | readonly T[]): T {
    const found = list[this.below(list.length)];
    if (found === undefined) throw new Error('nothing to pick from');
    return found;
  }
}
