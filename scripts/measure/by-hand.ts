import sqlite3 from 'sqlite3';

/**
 * The same entries in one table made by hand, with the indexes that fit the questions, asked through the bare
 * driver.
 */
export class ByHand {
  private constructor(private readonly connection: sqlite3.Database) {}

  static async open(file: string): Promise<ByHand> {
    const connection = await new Promise<sqlite3.Database>((resolve, reject) => {
      const opened: sqlite3.Database = new sqlite3.Database(file, (error) =>
        error ? reject(error) : resolve(opened),
      );
    });
    const byHand = new ByHand(connection);
    await byHand.run(
      'PRAGMA journal_mode = WAL; PRAGMA cache_size = -65536; PRAGMA temp_store = MEMORY; PRAGMA busy_timeout = 10000;',
    );
    return byHand;
  }

  run(sql: string): Promise<void> {
    return new Promise((resolve, reject) =>
      this.connection.exec(sql, (error) => (error ? reject(error) : resolve())),
    );
  }

  all(sql: string, bind: readonly (string | number)[] = []): Promise<Record<string, unknown>[]> {
    return new Promise((resolve, reject) =>
      this.connection.all<Record<string, unknown>>(sql, [...bind], (error, rows) =>
        error ? reject(error) : resolve(rows),
      ),
    );
  }

  close(): Promise<void> {
    return new Promise((resolve) => this.connection.close(() => resolve()));
  }
}
