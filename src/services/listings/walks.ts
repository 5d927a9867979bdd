import { isMomentOrder } from '../../core/mapping/rule/listing-rule';
import { isCommentSource, ruleIn, Sources } from '../../core/mapping/rule/sources';
import type { CompiledModel } from '../../core/model/compile';
import type { Reader, WriteTransaction } from '../../store/database';
import type { IndexTable } from '../../store/index-tables/shape';
import {
  makeWalkIndex,
  missingWalks,
  putWalkIndexes,
  type Walk,
} from '../../store/index-tables/walk-indexes';
import { listingsToCome } from '../../store/listings';
import { equalColumns } from '../../store/queries/condition-sql';
import { listingBody } from '../records/bodies';
import { indexTableIn, type Installation } from '../runtime/installation';

type Around = Pick<Installation, 'model' | 'keyMap' | 'now'>;

/** How the listings that visitors see, or will see, are walked, as their rules now ask. */
async function walksOfListings(reader: Reader, installation: Around): Promise<Walk[]> {
  const bodies = await listingsToCome(reader, installation.now());
  return bodies.flatMap((body) => {
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
}

/** Gives listings the indexes by which they are walked, and takes away those that none needs. */
export const reindexWalks = async (tx: WriteTransaction, installation: Around): Promise<void> =>
  putWalkIndexes(tx, await walksOfListings(tx, installation));

/** Makes what listings walk some tables by under a model to come, in short writes beside all other work. */
export async function prepareWalks(
  installation: Installation,
  next: CompiledModel,
  tables: readonly IndexTable[],
): Promise<void> {
  const { content } = installation;
  const standing = new Set(tables.map(({ live }) => live));
  const all = await walksOfListings(content, { ...installation, model: next });
  const walks = all.filter(({ indexTable }) => standing.has(indexTable.live));
  for (const walk of await missingWalks(content, walks)) await content.write((tx) => makeWalkIndex(tx, walk));
}
