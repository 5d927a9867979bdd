import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import sqlite3 from 'sqlite3';

/**
 * Takes a data folder for this process alone, until it ends or lets go by the function answered. The lock is one that
 * the operating system takes back by itself, so that a server stopped hard can be started again at once.
 */
export async function lockFolder(folder: string): Promise<() => Promise<void>> {
  mkdirSync(folder, { recursive: true });
  return new Promise((resolve, reject) => {
    const held = new sqlite3.Database(join(folder, 'in-use.db'), (failed) => {
      if (failed) return reject(failed);
      held.exec(
        'PRAGMA locking_mode = EXCLUSIVE; BEGIN EXCLUSIVE; CREATE TABLE IF NOT EXISTS held (one); COMMIT;',
        (taken) => {
          if (!taken) return resolve(() => new Promise((done) => held.close(() => done())));
          held.close();
          reject(
            new Error(
              `Another Clear Frame is at work in ${folder}. Stop it first, or choose another folder with --data.`,
            ),
          );
        },
      );
    });
  });
}
