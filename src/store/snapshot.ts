import sqlite3 from 'sqlite3';

/** Opens a file to read it, and closes it again. */
async function reading<T>(file: string, work: (database: sqlite3.Database) => Promise<T>): Promise<T> {
  const database = await new Promise<sqlite3.Database>((resolve, reject) => {
    const opened = new sqlite3.Database(file, sqlite3.OPEN_READONLY, (error) =>
      error ? reject(error) : resolve(opened),
    );
  });
  try {
    return await work(database);
  } finally {
    await new Promise<void>((resolve) => database.close(() => resolve()));
  }
}

/**
 * Writes a database as it is at one moment into a new file, also while a server works on it: a read
 * transaction sees one state (sqlite.org/lang_vacuum.html, VACUUM INTO).
 */
export const snapshotInto = (file: string, target: string): Promise<void> =>
  reading(
    file,
    (database) =>
      new Promise((resolve, reject) => {
        database.exec(
          `PRAGMA busy_timeout = 10000; VACUUM INTO '${target.replaceAll("'", "''")}'`,
          (error) => (error ? reject(error) : resolve()),
        );
      }),
  );

/**
 * Whether a file is a whole database: undefined where it is, else what is wrong with it
 * (sqlite.org/pragma.html#pragma_integrity_check).
 */
export const integrityOf = (file: string): Promise<string | undefined> =>
  reading(
    file,
    (database) =>
      new Promise((resolve, reject) => {
        database.all<{ integrity_check: string }>('PRAGMA integrity_check(3)', (error, rows) =>
          error
            ? reject(error)
            : resolve(rows[0]?.integrity_check === 'ok' ? undefined : rows[0]?.integrity_check),
        );
      }),
  );
