/** Counts how often things happen until that is kept; of so many different ones at most. */
export class Counter<Thing extends object> {
  private counted = new Map<string, Thing & { n: number }>();

  constructor(private readonly most: number) {}

  /** Counts a thing once more, by what names it. */
  count(key: string, thing: Thing): void {
    const each = this.counted.get(key);
    if (!each && this.counted.size >= this.most) return;
    this.counted.set(key, { ...thing, n: (each?.n ?? 0) + 1 });
  }

  /** What was counted since this was last asked. */
  take(): (Thing & { n: number })[] {
    const taken = [...this.counted.values()];
    this.counted = new Map();
    return taken;
  }
}
