import { anyOf, sql } from './sql';
import type { Id } from '../core/ids';
import type { Reader, WriteTransaction } from './database';
import { categoryWords } from './tables/category-words';

/** Says whose words a page holds: a category's, by its integer key. */
export const putCategoryWords = (tx: WriteTransaction, record: number, category: number): Promise<void> =>
  tx.put(categoryWords, [{ record, category }]);

/** The pages that hold words of a category, outside the bin, with the page that each stands below. */
export const wordsOfCategory = (
  reader: Reader,
  category: number,
): Promise<{ record: number; uuid: Id; parent: number | null }[]> =>
  reader.all(
    sql`SELECT w.record, r.uuid, p.parent FROM category_words w JOIN records r ON r.id = w.record AND r.binned_at IS NULL JOIN page_places p ON p.record = w.record WHERE w.category = ${category}`,
  );

/** The categories whose words some pages hold, by the pages' integer keys. */
export const categoriesOfPages = async (reader: Reader, pages: readonly number[]): Promise<Map<number, Id>> =>
  new Map(
    (
      await reader.all<{ record: number; category: Id }>(
        sql`SELECT w.record, i.uuid AS category FROM category_words w JOIN ids i ON i.n = w.category WHERE w.record IN ${anyOf(pages)}`,
      )
    ).map(({ record, category }) => [record, category]),
  );
