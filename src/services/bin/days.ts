import type { BinDays } from '../../contract/bin';
import { putSetting, setting } from '../../store/settings';
import type { Installation } from '../runtime/installation';

/** How many days something lies in the bin before it is forgotten, where nobody says otherwise. */
const USUAL = 30;

export async function binDays({ content }: Installation): Promise<number> {
  const kept = Number(await setting(content, 'bin days'));
  return kept >= 1 ? kept : USUAL;
}

/** Says how many days something lies in the bin. It holds for what lies there already. */
export async function keepInBin(installation: Installation, { days }: BinDays): Promise<BinDays> {
  await installation.content.write((tx) => putSetting(tx, 'bin days', String(days)));
  return { days };
}
