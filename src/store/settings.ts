import type { Reader, WriteTransaction } from './database';

/** What the installation remembers of itself. */
export type SettingName = 'demo' | 'derived' | 'secret' | 'second factor';

export const setting = async (reader: Reader, key: SettingName): Promise<string | undefined> =>
  (await reader.one<{ value: string }>('SELECT value FROM settings WHERE key = $1', [key]))?.value;

export const putSetting = (tx: WriteTransaction, key: SettingName, value: string): Promise<number> =>
  tx.run('INSERT INTO settings (key, value) VALUES ($1, $2) ON CONFLICT (key) DO UPDATE SET value = $2', [
    key,
    value,
  ]);
