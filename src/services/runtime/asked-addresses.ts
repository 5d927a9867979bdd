import { addAskedAddresses } from '../../store/asked-addresses';
import type { AskedWay } from '../../store/tables/asked-addresses';
import type { Installation } from './installation';

/** Longer than this is nothing that many follow. */
const LONGEST = 300;
/** How many are counted between two times that they are kept. */
const MOST = 1_000;

/** Counts the addresses that lead nowhere, and those by hand that are followed, until that is kept. Who asked is not noted. */
export class AskedAddresses {
  private counted = new Map<string, { way: AskedWay; address: string; n: number }>();

  count(way: AskedWay, address: string): void {
    if (address.length > LONGEST) return;
    const key = `${way} ${address}`;
    const each = this.counted.get(key) ?? { way, address, n: 0 };
    if (each.n === 0 && this.counted.size >= MOST) return;
    this.counted.set(key, { ...each, n: each.n + 1 });
  }

  /** What was counted since this was last asked. */
  take(): { way: AskedWay; address: string; n: number }[] {
    const taken = [...this.counted.values()];
    this.counted = new Map();
    return taken;
  }
}

/** Keeps what was asked for since the last time. */
export async function keepAskedAddresses(installation: Installation): Promise<void> {
  const lastAt = installation.now();
  const rows = installation.askedAddresses.take().map((each) => ({ ...each, lastAt }));
  if (rows.length > 0) await installation.sessions.write((tx) => addAskedAddresses(tx, rows));
}
