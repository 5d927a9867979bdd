import { addAskedAddresses } from '../../store/asked-addresses';
import type { AskedWay } from '../../store/tables/asked-addresses';
import { canonicalAddress } from '../../core/site/address';
import { Counter } from './counter';
import type { Installation } from './installation';
import { languageAsked } from './languages';

/** Longer than this is nothing that many follow. */
const LONGEST = 300;
/** How many are counted between two times that they are kept. */
const MOST = 1_000;

/**
 * Counts the addresses that lead nowhere, and those by hand that are followed, until that is kept. Who asked is
 * not noted.
 */
export class AskedAddresses {
  private readonly counter = new Counter<{ way: AskedWay; address: string }>(MOST);

  count(way: AskedWay, address: string): void {
    if (address.length <= LONGEST) this.counter.count(`${way} ${address}`, { way, address });
  }

  take = () => this.counter.take();
}

/** Counts that nothing stands where a visitor asked, in whichever language. */
export const countNowhere = (installation: Installation, path: string): void =>
  installation.askedAddresses.count(
    'nowhere',
    languageAsked(installation, canonicalAddress(path) ?? path).address,
  );

/** Keeps what was asked for since the last time. */
export async function keepAskedAddresses(installation: Installation): Promise<void> {
  const lastAt = installation.now();
  const rows = installation.askedAddresses.take().map((each) => ({ ...each, lastAt }));
  if (rows.length > 0) await installation.sessions.write((tx) => addAskedAddresses(tx, rows));
}
