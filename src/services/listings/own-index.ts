import { isMomentOrder, type ListingRule } from '../../core/mapping/rule/listing-rule';
import { ruleIn, Sources } from '../../core/mapping/rule/sources';
import type { WriteTransaction } from '../../store/database';
import { indexListing, unindexListing } from '../../store/index-tables/tables';
import { equalColumns } from '../../store/queries/condition-sql';
import { indexTableIn, type Installation } from '../runtime/installation';

/** Gives a listing that visitors see its own indexes, as its rule now asks for; one that they do not see has none. */
export async function reindexListing(
  tx: WriteTransaction,
  installation: Pick<Installation, 'model' | 'keyMap'>,
  record: number,
  rule: ListingRule | undefined,
): Promise<void> {
  await unindexListing(tx, record);
  if (!rule) return;
  for (const [i, type] of Sources.of(installation.model, rule.from).types.entries()) {
    const indexTable = indexTableIn(installation, type);
    const {
      where,
      order: [first],
    } = ruleIn(rule, type);
    const sort = first && (isMomentOrder(first.by) ? first.by : indexTable.fields.get(first.by)?.sort);
    await indexListing(tx, indexTable, record, i, equalColumns(where, indexTable), sort);
  }
}
