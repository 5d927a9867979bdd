import type { Reader, WriteTransaction } from './database';
import { settings } from './tables/settings';

/** What the installation remembers of itself. */
export type SettingName =
  'bin days' | 'begun' | 'demo' | 'derived' | 'recount' | 'secret' | 'second factor' | 'steps';

export const setting = async (reader: Reader, key: SettingName): Promise<string | undefined> =>
  (await reader.find(settings, { key }))?.value;

export const putSetting = (tx: WriteTransaction, key: SettingName, value: string): Promise<void> =>
  tx.put(settings, [{ key, value }]);
