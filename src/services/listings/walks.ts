import { isMomentOrder } from '../../core/mapping/rule/listing-rule';
import { isCommentSource, ruleIn, Sources } from '../../core/mapping/rule/sources';
import type { WriteTransaction } from '../../store/database';
import { putWalkIndexes, type Walk } from '../../store/index-tables/walk-indexes';
import { listingsToCome } from '../../store/listings';
import { equalColumns } from '../../store/queries/condition-sql';
import { listingBody } from '../records/bodies';
import { indexTableIn, type Installation } from '../runtime/installation';

/** Gives the listings that visitors see, or will see, the indexes by which they are walked, as their rules now ask. */
export async function reindexWalks(
  tx: WriteTransaction,
  installation: Pick<Installation, 'model' | 'keyMap' | 'now'>,
): Promise<void> {
  const bodies = await listingsToCome(tx, installation.now());
  const walks = bodies.flatMap((body) => {
    const { rule } = listingBody(body);
    return Sources.of(installation.model, rule.from).types.flatMap((type): Walk[] => {
      if (isCommentSource(type)) return [];
      const indexTable = indexTableIn(installation, type);
      const {
        where,
        order: [first],
      } = ruleIn(rule, type);
      const sort = first && (isMomentOrder(first.by) ? first.by : indexTable.fields.get(first.by)?.sort);
      const [equal] = equalColumns(where, indexTable);
      return equal === undefined || !sort || equal === sort ? [] : [{ indexTable, equal, sort }];
    });
  });
  await putWalkIndexes(tx, walks);
}
