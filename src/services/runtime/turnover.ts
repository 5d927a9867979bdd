/** How often a reading is begun again at the most; more turnovers than that at one time nobody makes. */
const AGAIN = 5;

/**
 * Keeps readers from meeting a model half put in force. Between the moment at which new tables are there and the
 * moment at which the model that fits them is seen, readers wait; one that was under way across it begins again.
 * (A sequence lock.)
 */
export class Turnover {
  private count = 0;
  private turning: Promise<void> | undefined;
  private over: () => void = () => {};

  /** The tables are about to change. */
  begin(): void {
    this.count += 1;
    this.turning = new Promise((resolve) => {
      this.over = resolve;
    });
  }

  /** Everyone sees the new model, or all stayed as it was. */
  end(): void {
    this.turning = undefined;
    this.over();
  }

  /** Answers what a reading finds, all of it of one model. It may be done more than once, so it must only read. */
  async read<T>(work: () => Promise<T>): Promise<T> {
    for (let i = 1; ; i += 1) {
      await this.turning;
      const begun = this.count;
      const done = await work().then(
        (value) => ({ value }),
        (error: unknown) => ({ error }),
      );
      if (begun === this.count || i === AGAIN) {
        if ('error' in done) throw done.error;
        return done.value;
      }
    }
  }
}
