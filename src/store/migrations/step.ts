import type { WriteTransaction } from '../database';
import { Sql, type Bind } from '../sql';

/** The transaction of a migration. Its steps are frozen, and write SQL as text with `$1`, `$2` for what is bound. */
export interface StepTransaction {
  all<Row extends object>(text: string, bind?: readonly Bind[]): Promise<Row[]>;
  run(text: string, bind?: readonly Bind[]): Promise<number>;
}

/** Text with `$1`, `$2` as a piece of SQL. */
function numbered(text: string, bind: readonly Bind[]): Sql {
  const numbers = [...text.matchAll(/\$(\d+)/g)].map(([, n]) => Number(n));
  return new Sql(
    text.split(/\$\d+/),
    numbers.map((n) => bind[n - 1] ?? null),
  );
}

export const stepIn = (tx: WriteTransaction): StepTransaction => ({
  all: (text, bind = []) => tx.all(numbered(text, bind)),
  run: (text, bind = []) => tx.run(numbered(text, bind)),
});
