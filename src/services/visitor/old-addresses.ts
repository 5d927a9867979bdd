import type { OldAddress, OldAddressesAnswer, OldAddressesQuery } from '../../contract/old-addresses';
import { oldAddressesPage, type OldAddressRow } from '../../store/old-addresses';
import { recordsByUuids } from '../../store/records';
import type { Installation } from '../runtime/installation';
import { leadsTo } from './moved';
import { resolveAddress } from './resolve-address';

const USUAL = 50;

async function told(installation: Installation, row: OldAddressRow): Promise<OldAddress> {
  const { content, categories } = installation;
  const [to, taken, [record]] = await Promise.all([
    leadsTo(installation, row),
    resolveAddress(installation, row.address),
    row.way === 'category' ? [] : recordsByUuids(content, [row.target]),
  ]);
  return {
    address: row.address,
    ...(to === undefined ? {} : { leadsTo: to }),
    label: (row.way === 'category' ? categories.get(row.target)?.label : record?.title) ?? '',
    why: row.why,
    at: new Date(row.at).toISOString(),
    taken: row.way !== 'below' && taken !== undefined,
  };
}

/** The addresses that changed, those left last first, each with where it leads. */
export async function oldAddresses(
  installation: Installation,
  { offset = 0, limit = USUAL }: OldAddressesQuery,
): Promise<OldAddressesAnswer> {
  const { total, rows } = await oldAddressesPage(installation.content, { offset, limit });
  return { total, items: await Promise.all(rows.map((row) => told(installation, row))) };
}
