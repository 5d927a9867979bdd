import { sql } from './sql';
import type { Reader, WriteTransaction } from './database';

/** What the installation remembers of itself. */
export type SettingName = 'demo' | 'derived' | 'secret' | 'second factor';

export const setting = async (reader: Reader, key: SettingName): Promise<string | undefined> =>
  (await reader.one<{ value: string }>(sql`SELECT value FROM settings WHERE key = ${key}`))?.value;

export const putSetting = (tx: WriteTransaction, key: SettingName, value: string): Promise<number> =>
  tx.run(
    sql`INSERT INTO settings (key, value) VALUES (${key}, ${value}) ON CONFLICT (key) DO UPDATE SET value = ${value}`,
  );
