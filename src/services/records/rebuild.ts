import { dropIndexTables, reindexTables } from '../../store/index-tables/tables';
import { sortCategories } from '../../store/categories';
import { recordsAfter } from '../../store/records';
import { putSetting } from '../../store/settings';
import type { Installation } from '../runtime/installation';
import { reindexInBatches } from './reindex';

/**
 * Makes everything derived anew, from nothing but what is kept: index tables, references, titles, faults, search. Many
 * short transactions; until the last one the installation is told to be out of date, so that a start after a
 * crash begins again.
 */
export async function rebuildDerived(installation: Installation): Promise<void> {
  const { content, keyMap, model } = installation;
  await content.write(async (tx) => {
    await putSetting(tx, 'derived', 'stale');
    await dropIndexTables(tx);
    await keyMap.extend(tx, model.document);
    await reindexTables(tx, undefined, model, keyMap);
    await sortCategories(tx, model.locale);
  });
  await reindexInBatches(
    installation,
    (work) => content.write(work),
    (after, most) => recordsAfter(content, after, most),
  );
  await content.write((tx) => putSetting(tx, 'derived', 'fresh'));
  await content.optimize();
}
