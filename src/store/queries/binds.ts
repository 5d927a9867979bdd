import type { Bind } from '../database';

/** SQL under way: pieces of text and the values bound to them, numbered as they come. */
export class Binds {
  readonly values: Bind[] = [];

  add(value: Bind): string {
    this.values.push(value);
    return `$${this.values.length}`;
  }

  list(values: readonly Bind[]): string {
    return `(${values.map((value) => this.add(value)).join(', ')})`;
  }
}
