import { mkdirSync } from 'node:fs';
import { dirname } from 'node:path';
import PQueue from 'p-queue';
import { QueryTypes, Sequelize, Transaction } from 'sequelize';
import sqlite3 from 'sqlite3';
import { raw, sql, type Bind, type Sql } from './sql';

/** Something that can be asked: a reader, or the transaction of a write. Rows come as the SQL names their columns. */
export interface Reader {
  all<Row extends object>(question: Sql): Promise<Row[]>;
  one<Row extends object>(question: Sql): Promise<Row | undefined>;
}

/** The one write going on. */
export interface WriteTransaction extends Reader {
  /** Runs one statement; answers the new row's key for an insert and the number of rows for anything else. */
  run(statement: Sql): Promise<number>;
  /** Inserts many rows of the same columns, several with each statement. `verb` may be `INSERT OR REPLACE`. */
  insertMany(
    table: string,
    columns: readonly string[],
    rows: readonly (readonly Bind[])[],
    verb?: string,
  ): Promise<void>;
}

interface Connection {
  exec(sql: string, done: (error: Error | null) => void): void;
  close(done: (error: Error | null) => void): void;
}

const READERS = 3;
/**
 * How many rows one statement inserts. They go in as one JSON text: bound one by one, each value is looked up
 * by its name among all.
 */
const ROWS = 500;

const pragmas = (reads: boolean) => `
  PRAGMA busy_timeout = 10000;
  PRAGMA journal_mode = WAL;
  PRAGMA foreign_keys = ON;
  PRAGMA synchronous = FULL;
  PRAGMA cache_size = -65536;
  PRAGMA temp_store = MEMORY;
  ${reads ? 'PRAGMA query_only = ON;' : ''}`;

/**
 * Gives Sequelize one lasting writer and a few lasting readers. Left to itself it opens a connection for every
 * transaction and puts every other query behind one connection, so that a slow read holds up all quick ones.
 */
class LastingConnections {
  private readonly open = new Map<string, Promise<Connection>>();
  private turn = 0;

  constructor(private readonly file: string) {}

  getConnection = (options?: { uuid?: string }): Promise<Connection> => {
    const writes = options?.uuid !== undefined && options.uuid !== 'default';
    if (!writes) this.turn = (this.turn + 1) % READERS;
    const name = writes ? 'writer' : `reader ${this.turn}`;
    const found = this.open.get(name);
    if (found) return found;
    const opening = new Promise<Connection>((resolve, reject) => {
      const connection = new sqlite3.Database(this.file, (error) => {
        if (error) return reject(error);
        connection.exec(pragmas(!writes), (failed) => (failed ? reject(failed) : resolve(connection)));
      });
    });
    this.open.set(name, opening);
    // A connection that could not be opened is tried anew the next time.
    opening.catch(() => this.open.delete(name));
    return opening;
  };

  /** Connections last: nothing is given back after a query. */
  releaseConnection = (): void => {};

  destroyConnection = async (connection: Connection): Promise<void> => {
    for (const [name, each] of this.open) {
      if ((await each) !== connection) continue;
      this.open.delete(name);
      await shut(connection);
    }
  };

  close = async (): Promise<void> => {
    const all = [...this.open.values()];
    this.open.clear();
    for (const each of all) await shut(await each);
  };
}

const shut = (connection: Connection) =>
  new Promise<void>((resolve, reject) => connection.close((error) => (error ? reject(error) : resolve())));

/** One SQLite file: readers that never wait for one another, and writes one after the other, each a transaction. */
export class Database implements Reader {
  private readonly sequelize: Sequelize;
  private readonly connections: LastingConnections;
  private readonly writes = new PQueue({ concurrency: 1 });

  constructor(readonly file: string) {
    mkdirSync(dirname(file), { recursive: true });
    this.sequelize = new Sequelize({
      dialect: 'sqlite',
      storage: file,
      logging: false,
      transactionType: Transaction.TYPES.IMMEDIATE,
      retry: { max: 1 },
    });
    this.connections = new LastingConnections(file);
    Object.assign(this.sequelize.connectionManager, this.connections);
  }

  all<Row extends object>(question: Sql): Promise<Row[]> {
    const { text, bind } = question.statement();
    return this.sequelize.query<Row>(text, { bind, type: QueryTypes.SELECT, raw: true });
  }

  async one<Row extends object>(question: Sql): Promise<Row | undefined> {
    return (await this.all<Row>(question))[0];
  }

  /** Throws where the file does not answer. */
  async expectAnswer(): Promise<void> {
    await this.one(sql`SELECT 1 AS one`);
  }

  /** Does one piece of work as one transaction, after the writes that were asked for before it. */
  async write<T>(work: (tx: WriteTransaction) => Promise<T>): Promise<T> {
    return this.writes.add(() =>
      this.sequelize.transaction((transaction) => work(new Write(this.sequelize, transaction))),
    );
  }

  async close(): Promise<void> {
    await this.writes.onIdle();
    await this.connections.close();
  }
}

class Write implements WriteTransaction {
  constructor(
    private readonly sequelize: Sequelize,
    private readonly transaction: Transaction,
  ) {}

  all<Row extends object>(question: Sql): Promise<Row[]> {
    const { text, bind } = question.statement();
    const { transaction } = this;
    return this.sequelize.query<Row>(text, { bind, type: QueryTypes.SELECT, raw: true, transaction });
  }

  async one<Row extends object>(question: Sql): Promise<Row | undefined> {
    return (await this.all<Row>(question))[0];
  }

  async run(statement: Sql): Promise<number> {
    const { text, bind } = statement.statement();
    const options = { bind, transaction: this.transaction };
    if (!/^\s*insert/i.test(text))
      return this.sequelize.query(text, { ...options, type: QueryTypes.BULKUPDATE });
    const [, done] = await this.sequelize.query(text.trim(), { ...options, type: QueryTypes.RAW });
    return typeof done === 'object' && done !== null && 'lastID' in done ? Number(done.lastID) : 0;
  }

  async insertMany(
    table: string,
    columns: readonly string[],
    rows: readonly (readonly Bind[])[],
    verb = 'INSERT',
  ): Promise<void> {
    const into = raw(`${verb} INTO ${table} (${columns.join(',')})`);
    const values = raw(columns.map((_, i) => `value ->> ${i}`).join(', '));
    for (let from = 0; from < rows.length; from += ROWS) {
      const given = JSON.stringify(rows.slice(from, from + ROWS));
      await this.run(sql`${into} SELECT ${values} FROM json_each(${given})`);
    }
  }
}
