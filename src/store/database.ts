import { mkdirSync } from 'node:fs';
import { dirname } from 'node:path';
import PQueue from 'p-queue';
import { literal, Op, Sequelize, Transaction } from 'sequelize';
import { LastingConnection } from './lasting-connection';
import { joined, raw, sql, type Bind, type Sql } from './sql';
import { columnName, type Columns, type NewRow, type RowOf, type Table } from './tables/table';

/** Something that can be asked: a reader, or the transaction of a write. Rows come as the SQL names their columns. */
export interface Reader {
  all<Row extends object>(question: Sql): Promise<Row[]>;
  one<Row extends object>(question: Sql): Promise<Row | undefined>;
  /** The row of one of the fixed tables that holds these values. */
  find<C extends Columns>(table: Table<C>, where: Partial<RowOf<C>>): Promise<RowOf<C> | undefined>;
}

/** The one write going on. */
export interface WriteTransaction extends Reader {
  /** Puts a row into one of the fixed tables; answers its key, where that is counted on. */
  insert<C extends Columns>(table: Table<C>, row: NewRow<C>): Promise<number>;
  /** Puts many rows in, several with each statement; those that are there already may be passed over. */
  insertAll<C extends Columns>(
    table: Table<C>,
    rows: readonly NewRow<C>[],
    verb?: 'INSERT' | 'INSERT OR IGNORE',
  ): Promise<void>;
  /** Puts rows in, or in place of those that have their keys. */
  put<C extends Columns>(table: Table<C>, rows: readonly RowOf<C>[]): Promise<void>;
  /** Changes the rows that hold these values; answers how many. */
  update<C extends Columns>(
    table: Table<C>,
    where: Partial<RowOf<C>>,
    changes: Partial<RowOf<C>>,
  ): Promise<number>;
  /** Takes away the rows that hold these values; answers how many. */
  remove<C extends Columns>(table: Table<C>, where: Partial<RowOf<C>>): Promise<number>;
  /** Runs one statement; answers the new row's key for an insert and the number of rows for anything else. */
  run(statement: Sql): Promise<number>;
  /** Puts many rows of the same columns into any table, several with each statement. */
  insertMany(
    table: string,
    columns: readonly string[],
    rows: readonly (readonly Bind[])[],
    verb?: 'INSERT' | 'INSERT OR IGNORE' | 'INSERT OR REPLACE',
  ): Promise<void>;
}

const READERS = 3;
const CACHE = 65_536;
/**
 * How many rows one statement inserts. They go in as one JSON text: bound one by one, each value is looked up
 * by its name among all.
 */
const ROWS = 500;

/** How many read at once, and how much of the file each keeps at hand. */
interface ReaderBounds {
  readers: number;
  cacheKilobytes: number;
}

/** How a connection begins; a reader may have views of its own. */
const pragmas = (reads: boolean, views = '', cacheKilobytes = CACHE) => `
  PRAGMA busy_timeout = 10000;
  PRAGMA journal_mode = WAL;
  PRAGMA foreign_keys = ON;
  PRAGMA synchronous = FULL;
  PRAGMA cache_size = -${cacheKilobytes};
  PRAGMA temp_store = MEMORY;
  ${views}
  ${reads ? 'PRAGMA query_only = ON;' : ''}`;

/**
 * Gives Sequelize one lasting writer and a few lasting readers. Left to itself it opens a connection for every
 * transaction and puts every other query behind one connection, so that a slow read holds up all quick ones.
 */
class LastingConnections {
  private readonly open = new Map<string, Promise<LastingConnection>>();
  private readonly readers: LastingConnection[] = [];

  constructor(
    private readonly file: string,
    private readonly views: string,
    private readonly bounds: ReaderBounds,
  ) {}

  getConnection = (options?: { uuid?: string }): Promise<LastingConnection> =>
    options?.uuid !== undefined && options.uuid !== 'default' ? this.writer() : this.reader();

  /** The reader with the least to answer. */
  reader = async (): Promise<LastingConnection> => {
    const [least] = [...this.readers].sort((a, b) => a.pending - b.pending);
    if (least && (least.pending === 0 || this.readers.length === this.bounds.readers)) return least;
    const how = pragmas(true, this.views, this.bounds.cacheKilobytes);
    return this.named(`reader ${this.readers.length}`, how, (reader) => this.readers.push(reader));
  };

  /** The one connection that writes. */
  writer = (): Promise<LastingConnection> => this.named('writer', pragmas(false));

  private named(
    name: string,
    how: string,
    opened: (connection: LastingConnection) => void = () => {},
  ): Promise<LastingConnection> {
    const found = this.open.get(name);
    if (found) return found;
    const opening = LastingConnection.open(this.file, how).then((connection) => {
      opened(connection);
      return connection;
    });
    this.open.set(name, opening);
    // A connection that could not be opened is tried anew the next time.
    opening.catch(() => this.open.delete(name));
    return opening;
  }

  /** Connections last: nothing is given back after a query. */
  releaseConnection = (): void => {};

  destroyConnection = async (connection: LastingConnection): Promise<void> => {
    for (const [name, each] of this.open) {
      if ((await each) !== connection) continue;
      this.open.delete(name);
      if (this.readers.includes(connection)) this.readers.splice(this.readers.indexOf(connection), 1);
      await connection.close();
    }
  };

  close = async (): Promise<void> => {
    const all = [...this.open.values()];
    this.open.clear();
    this.readers.length = 0;
    for (const each of all) await (await each).close();
  };
}

/** One SQLite file: readers that never wait for one another, and writes one after the other, each a transaction. */
export class Database implements Reader {
  private readonly sequelize: Sequelize;
  private readonly connections: LastingConnections;
  private readonly writes = new PQueue({ concurrency: 1 });

  /** `views` (SQL) stand before the tables for all who read. */
  constructor(
    readonly file: string,
    views = '',
    bounds: ReaderBounds = { readers: READERS, cacheKilobytes: CACHE },
  ) {
    mkdirSync(dirname(file), { recursive: true });
    this.sequelize = new Sequelize({
      dialect: 'sqlite',
      storage: file,
      logging: false,
      transactionType: Transaction.TYPES.IMMEDIATE,
      retry: { max: 1 },
    });
    this.connections = new LastingConnections(file, views, bounds);
    Object.assign(this.sequelize.connectionManager, this.connections);
  }

  /** Called with the number of rows that each statement brought. */
  protected noteRows(_rows: number): void {}

  all<Row extends object>(question: Sql): Promise<Row[]> {
    return this.ask<Row>(question);
  }

  /** Asks outside a write. */
  protected async ask<Row extends object>(question: Sql): Promise<Row[]> {
    const { text, bind } = question.statement();
    // Rows are asked of Sequelize's connection itself: what it does around a question takes longer than most answers.
    const rows = await (await this.connections.reader()).rows<Row>(text, bind);
    this.noteRows(rows.length);
    return rows;
  }

  async one<Row extends object>(question: Sql): Promise<Row | undefined> {
    return (await this.all<Row>(question))[0];
  }

  find<C extends Columns>(table: Table<C>, where: Partial<RowOf<C>>): Promise<RowOf<C> | undefined> {
    return this.ask<RowOf<C>>(rowWhere(table, where)).then(([row]) => row);
  }

  /** Throws where the file does not answer. */
  async expectAnswer(): Promise<void> {
    await this.one(sql`SELECT 1 AS one`);
  }

  /**
   * Does one piece of work as one transaction, after the writes that were asked for before it. What holds in
   * memory what it
   * changed follows in `kept`, before the next write begins.
   */
  async write<T>(work: (tx: WriteTransaction) => Promise<T>, kept: (done: T) => void = () => {}): Promise<T> {
    return this.writes.add(async () => {
      const done = await this.sequelize.transaction((transaction) =>
        work(new Write(this.sequelize, this.connections, transaction, (rows) => this.noteRows(rows))),
      );
      kept(done);
      return done;
    });
  }

  /**
   * Lets the planner know what lies in tables that have grown (sqlite.org/pragma.html#pragma_optimize); a look at a few
   * hundred rows of each, after the writes that were asked for before it.
   */
  async optimize(): Promise<void> {
    await this.writes.add(async () =>
      (await this.connections.writer()).exec('PRAGMA analysis_limit = 400; PRAGMA optimize = 0x10002'),
    );
  }

  async close(): Promise<void> {
    await this.writes.onIdle();
    await this.connections.close();
  }
}

/** Rows are checked before they come here. */
const bare = { validate: false, hooks: false } as const;

/** The Sequelize model of a table in a database. */
function modelOf<C extends Columns>(sequelize: Sequelize, { name, columns }: Table<C>) {
  if (sequelize.isDefined(name)) return sequelize.model(name);
  const attributes = Object.entries(columns).map(([key, column]) => [
    key,
    { ...column, field: columnName(key) },
  ]);
  return sequelize.define(name, Object.fromEntries(attributes), { tableName: name, timestamps: false });
}

/** What a row must hold, with its values bound: left to itself, Sequelize writes them into the text. */
const bound = (where: Readonly<Record<string, unknown>>) => ({
  where: Object.fromEntries(
    Object.entries(where).map(([key, value]) => [
      key,
      value === null ? null : { [Op.eq]: literal(`$${key}`) },
    ]),
  ),
  bind: Object.fromEntries(Object.entries(where).filter(([, value]) => value !== null)),
});

/** The question for the row of a table that holds some values. */
function rowWhere<C extends Columns>({ name, columns }: Table<C>, where: Partial<RowOf<C>>): Sql {
  const named = Object.keys(columns).map((key) => raw(`${columnName(key)} AS ${key}`));
  const held = Object.entries(where).map(
    ([key, value]) => sql`${raw(columnName(key))} IS ${(value ?? null) as Bind}`,
  );
  return sql`SELECT ${joined(named, ', ')} FROM ${raw(name)} WHERE ${joined(held, ' AND ')} LIMIT 1`;
}

class Write implements WriteTransaction {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly connections: LastingConnections,
    private readonly transaction: Transaction,
    private readonly noteRows: (rows: number) => void,
  ) {}

  async all<Row extends object>(question: Sql): Promise<Row[]> {
    const { text, bind } = question.statement();
    const rows = await (await this.connections.writer()).rows<Row>(text, bind);
    this.noteRows(rows.length);
    return rows;
  }

  async one<Row extends object>(question: Sql): Promise<Row | undefined> {
    return (await this.all<Row>(question))[0];
  }

  find<C extends Columns>(table: Table<C>, where: Partial<RowOf<C>>): Promise<RowOf<C> | undefined> {
    return this.one<RowOf<C>>(rowWhere(table, where));
  }

  async insert<C extends Columns>(table: Table<C>, row: NewRow<C>): Promise<number> {
    this.noteRows(0);
    const model = modelOf(this.sequelize, table);
    const made = await model.create({ ...row }, { ...bare, transaction: this.transaction });
    const id: unknown = made.get('id');
    return typeof id === 'number' ? id : 0;
  }

  insertAll<C extends Columns>(
    { name, columns }: Table<C>,
    rows: readonly NewRow<C>[],
    verb: 'INSERT' | 'INSERT OR IGNORE' = 'INSERT',
  ): Promise<void> {
    const [first] = rows;
    if (!first) return Promise.resolve();
    const keys = (Object.keys(columns) as (keyof NewRow<C>)[]).filter((key) => key in first);
    return this.insertMany(
      name,
      keys.map((key) => columnName(String(key))),
      rows.map((row) => keys.map((key) => (row[key] ?? null) as Bind)),
      verb,
    );
  }

  async put<C extends Columns>(table: Table<C>, rows: readonly RowOf<C>[]): Promise<void> {
    const keys = Object.keys(table.columns);
    const [named, others] = [true, false].map((isKey) =>
      keys.filter((key) => (table.columns[key]?.primaryKey ?? false) === isKey).map(columnName),
    );
    const rest = others?.map((column) => `${column} = excluded.${column}`).join(', ');
    await this.insertRows(
      raw(`INSERT INTO ${table.name}`),
      keys.map(columnName),
      rows.map((row) => keys.map((key) => row[key] as Bind)),
      // A SELECT needs a WHERE before it, or ON would belong to a join (sqlite.org/lang_upsert.html).
      raw(`WHERE true ON CONFLICT (${named?.join(', ')}) DO UPDATE SET ${rest}`),
    );
  }

  async update<C extends Columns>(
    table: Table<C>,
    where: Partial<RowOf<C>>,
    changes: Partial<RowOf<C>>,
  ): Promise<number> {
    this.noteRows(0);
    const model = modelOf(this.sequelize, table);
    const [changed] = await model.update(changes, { ...bare, where, transaction: this.transaction });
    return changed;
  }

  remove<C extends Columns>(table: Table<C>, where: Partial<RowOf<C>>): Promise<number> {
    const { transaction } = this;
    this.noteRows(0);
    return modelOf(this.sequelize, table).destroy({ ...bound(where), hooks: false, transaction });
  }

  async run(statement: Sql): Promise<number> {
    const { text, bind } = statement.statement();
    this.noteRows(0);
    const { lastID, changes } = await (await this.connections.writer()).done(text, bind);
    return /^\s*insert/i.test(text) ? lastID : changes;
  }

  insertMany(
    table: string,
    columns: readonly string[],
    rows: readonly (readonly Bind[])[],
    verb: 'INSERT' | 'INSERT OR IGNORE' | 'INSERT OR REPLACE' = 'INSERT',
  ): Promise<void> {
    return this.insertRows(raw(`${verb} INTO ${table}`), columns, rows, sql``);
  }

  private async insertRows(
    into: Sql,
    columns: readonly string[],
    rows: readonly (readonly Bind[])[],
    otherwise: Sql,
  ): Promise<void> {
    const names = raw(columns.join(', '));
    const values = raw(columns.map((_, i) => `value ->> ${i}`).join(', '));
    for (let from = 0; from < rows.length; from += ROWS) {
      const given = JSON.stringify(rows.slice(from, from + ROWS));
      await this.run(sql`${into} (${names}) SELECT ${values} FROM json_each(${given}) ${otherwise}`);
    }
  }
}
