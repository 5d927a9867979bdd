import { LRUCache } from 'lru-cache';
import sqlite3 from 'sqlite3';
import type { Bind } from './sql';

/** What one run of a statement brought about: the key of the last row put in, and how many rows changed. */
export interface Done {
  lastID: number;
  changes: number;
}

/** Values by the names under which a statement binds them, or in their order. */
type Given = Readonly<Record<string, unknown>> | readonly unknown[];
type AllDone = (this: unknown, error: Error | null, rows?: object[]) => void;
type RunDone = (this: Done | undefined, error: Error | null) => void;

/** How many statements a connection keeps prepared. */
const PREPARED = 300;

/**
 * One connection to an SQLite file that stays open, and keeps the statements it was asked prepared: preparing one takes
 * as long as running it. It is called as Sequelize calls a connection of the driver.
 */
export class LastingConnection {
  private readonly prepared = new LRUCache<string, sqlite3.Statement>({
    max: PREPARED,
    dispose: (statement) => void statement.finalize(),
  });

  /** How many questions it has not answered yet. */
  pending = 0;

  private constructor(private readonly database: sqlite3.Database) {}

  static open(file: string, pragmas: string): Promise<LastingConnection> {
    return new Promise((resolve, reject) => {
      const database = new sqlite3.Database(file, (error) => {
        if (error) return reject(error);
        database.exec(pragmas, (failed) =>
          failed ? reject(failed) : resolve(new LastingConnection(database)),
        );
      });
    });
  }

  /** Calls back with a statement, prepared now if it is asked for the first time. */
  private statement(text: string, then: (error: Error | null, statement: sqlite3.Statement) => void): void {
    const known = this.prepared.get(text);
    if (known) return then(null, known);
    const fresh = this.database.prepare(text, (error: Error | null) => {
      if (error) this.prepared.delete(text);
      then(error, fresh);
    });
    this.prepared.set(text, fresh);
  }

  all(text: string, given: Given | AllDone, then?: AllDone): void {
    if (typeof given === 'function') return this.all(text, [], given);
    this.statement(text, (error, statement) => {
      if (error) return void then?.call(undefined, error);
      statement.all(given, (failed: Error | null, rows: object[]) => {
        then?.call(undefined, failed, rows);
      });
    });
  }

  run(text: string, given: Given, then: RunDone): void {
    this.statement(text, (error, statement) => {
      if (error) return void then.call(undefined, error);
      statement.run(given, then);
    });
  }

  exec(text: string): Promise<void> {
    return new Promise((resolve, reject) =>
      this.database.exec(text, (error) => (error ? reject(error) : resolve())),
    );
  }

  /** What is asked of one connection is answered in its order anyway. */
  serialize(work: () => void): void {
    work();
  }

  /** The rows that a question brings. */
  rows<Row extends object>(text: string, bind: readonly Bind[]): Promise<Row[]> {
    this.pending += 1;
    return new Promise((resolve, reject) => {
      this.all(text, byNumber(bind), (error, rows) => {
        this.pending -= 1;
        if (error) reject(error);
        else resolve(rows as Row[]);
      });
    });
  }

  /** What a statement did. */
  done(text: string, bind: readonly Bind[]): Promise<Done> {
    return new Promise((resolve, reject) => {
      this.run(text, byNumber(bind), function (error) {
        if (error) reject(error);
        else resolve({ lastID: this?.lastID ?? 0, changes: this?.changes ?? 0 });
      });
    });
  }

  close(): Promise<void> {
    this.prepared.clear();
    return new Promise((resolve, reject) =>
      this.database.close((error) => (error ? reject(error) : resolve())),
    );
  }
}

const byNumber = (bind: readonly Bind[]): Record<string, Bind> =>
  Object.fromEntries(bind.map((value, i) => [`$${i + 1}`, value]));
