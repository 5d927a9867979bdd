/** How often a page was read. */
export interface Counted {
  page: string;
  n: number;
}

/**
 * The counter of visits that ships with the product, in the place of one outside: it is told of every page that goes
 * out, and hands over what it counted. It knows nothing of who read.
 */
export class VisitCounter {
  private counted = new Map<string, number>();

  count(page: string): void {
    this.counted.set(page, (this.counted.get(page) ?? 0) + 1);
  }

  /** What was counted since this was last asked. */
  take(): Counted[] {
    const taken = [...this.counted].map(([page, n]) => ({ page, n }));
    this.counted = new Map();
    return taken;
  }
}
