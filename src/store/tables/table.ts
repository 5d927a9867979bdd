import { DataTypes, type ModelAttributeColumnOptions } from 'sequelize';

/**
 * A column as Sequelize takes it, with what a row holds in it, and what is given for it in a new row (where it may be
 * left out, that can be undefined).
 */
export interface Column<Held, Given = Held> extends ModelAttributeColumnOptions {
  /** Neither is ever there: they only carry the types. */
  readonly holds?: Held;
  readonly takes?: Given;
}

export type Columns = Readonly<Record<string, Column<unknown>>>;

/** One of the tables that do not depend on the model: its name, and its columns by the names that rows have for them. */
export interface Table<C extends Columns = Columns> {
  readonly name: string;
  readonly columns: C;
}

/** A row of a table. */
export type RowOf<C extends Columns> = {
  [K in keyof C]: C[K] extends Column<infer Held, unknown> ? Held : never;
};

type Given<C> = C extends Column<unknown, infer G> ? G : never;
type Optional<C extends Columns> = {
  [K in keyof C]: undefined extends Given<C[K]> ? K : never;
}[keyof C];
/** A new row: what may be null, and a key that is counted on, may be left out. */
export type NewRow<C extends Columns> = { [K in Exclude<keyof C, Optional<C>>]: Given<C[K]> } & {
  [K in Optional<C>]?: Given<C[K]>;
};

/** Declares a table. Its own words for columns are those of the database, with underscores: `madeAt` is `made_at`. */
export const table = <C extends Columns>(name: string, columns: C): Table<C> => ({ name, columns });

/** What a column is called in the database. */
export const columnName = (key: string): string =>
  key.replace(/[A-Z]/g, (letter) => `_${letter.toLowerCase()}`);

const whole = { type: DataTypes.INTEGER, allowNull: false };
const words = { type: DataTypes.TEXT, allowNull: false };

export const integer: Column<number> = whole;
export const text: Column<string> = words;
/** One of a few integers, or of a few words. */
export const integerOf = <T extends number>(): Column<T> => whole;
export const textOf = <T extends string>(): Column<T> => words;
/** An integer key that is counted on where none is given. */
export const counted: Column<number, number | undefined> = {
  ...whole,
  primaryKey: true,
  autoIncrement: true,
};
/** A column that names a row, alone or together with others. */
export const key = <T>(column: Column<T>): Column<T> => ({ ...column, primaryKey: true });
export const orNull = <T>(column: Column<T>): Column<T | null, T | null | undefined> => ({
  type: column.type,
  allowNull: true,
});
