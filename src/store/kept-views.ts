import { sql } from './sql';
import type { Id } from '../core/ids';
import type { Reader, WriteTransaction } from './database';
import { keptViews } from './tables/kept-views';
import type { NewRow, RowOf } from './tables/table';

export type KeptViewRow = RowOf<typeof keptViews.columns>;

/** The views that somebody keeps, and those that are shared, by their names. */
export const viewsFor = (
  reader: Reader,
  person: number,
): Promise<(Omit<KeptViewRow, 'id' | 'madeAt'> & { by: string })[]> =>
  reader.all(
    sql`SELECT v.uuid, v.person, v.shared, v.label, v.type, v.asks, p.name AS by FROM kept_views v JOIN people p ON p.id = v.person
     WHERE v.person = ${person} OR v.shared = 1 ORDER BY v.label COLLATE NOCASE, v.id`,
  );

export const viewByUuid = (reader: Reader, uuid: Id): Promise<KeptViewRow | undefined> =>
  reader.find(keptViews, { uuid });

/** How many views somebody keeps. */
export const countViewsOf = async (reader: Reader, person: number): Promise<number> =>
  (await reader.one<{ n: number }>(sql`SELECT count(*) AS n FROM kept_views WHERE person = ${person}`))?.n ??
  0;

export const addView = (tx: WriteTransaction, view: NewRow<typeof keptViews.columns>): Promise<number> =>
  tx.insert(keptViews, view);
export const changeViewRow = (
  tx: WriteTransaction,
  id: number,
  changes: Partial<Pick<KeptViewRow, 'label' | 'asks' | 'shared'>>,
): Promise<number> => tx.update(keptViews, { id }, changes);
export const dropViewRow = (tx: WriteTransaction, id: number): Promise<number> =>
  tx.remove(keptViews, { id });
