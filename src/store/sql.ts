/** What can be bound in a statement. */
export type Bind = string | number | null;

/** A piece of SQL together with the values bound in it: pieces of text, and between each two of them a value. */
export class Sql {
  constructor(
    readonly pieces: readonly string[],
    readonly values: readonly Bind[],
  ) {}

  /** The whole as the driver takes it: values numbered as they come, equal ones by one number. */
  statement(): { text: string; bind: Bind[] } {
    const numbers = new Map<Bind, number>();
    const [first = '', ...rest] = this.pieces;
    const text = rest.reduce((before, piece, i) => {
      const value = this.values[i] ?? null;
      const n = numbers.get(value) ?? numbers.size + 1;
      numbers.set(value, n);
      return `${before}$${n}${piece}`;
    }, first);
    return { text, bind: [...numbers.keys()] };
  }
}

/**
 * SQL as it is written, with values and pieces of SQL in it: a value is bound, never made part of the text; a piece
 * brings its own values along.
 *
 * @example
 * const adult = sql`s.age >= ${18}`;
 * reader.all(sql`SELECT s.entry FROM ${name(table)} s WHERE ${adult} AND s.name = ${given}`);
 */
export function sql(text: TemplateStringsArray, ...given: readonly (Bind | Sql)[]): Sql {
  const pieces = [text[0] ?? ''];
  const values: Bind[] = [];
  const append = (piece: string) => pieces.push(`${pieces.pop() ?? ''}${piece}`);
  given.forEach((each, i) => {
    if (each instanceof Sql) {
      append(each.pieces[0] ?? '');
      pieces.push(...each.pieces.slice(1));
      values.push(...each.values);
      append(text[i + 1] ?? '');
    } else {
      values.push(each);
      pieces.push(text[i + 1] ?? '');
    }
  });
  return new Sql(pieces, values);
}

/** Text of the product's own as a piece of SQL: the name of a table or column, a word of the language. Never what came in. */
export const raw = (text: string): Sql => new Sql([text], []);

/** Pieces one after the other, with a word between them; `none` where there are none. */
export function joined(pieces: readonly Sql[], between: string, none = ''): Sql {
  const [first, ...rest] = pieces;
  return first ? rest.reduce((all, piece) => sql`${all}${raw(between)}${piece}`, first) : raw(none);
}

/** A few values in brackets, each bound: for indexes to be asked by. */
export const anyOfFew = (values: readonly Bind[]): Sql =>
  sql`(${joined(
    values.map((value) => sql`${value}`),
    ', ',
  )})`;

/** Any number of values in brackets, bound as one list. */
export const anyOf = (values: readonly Bind[]): Sql =>
  sql`(SELECT value FROM json_each(${JSON.stringify(values)}))`;
