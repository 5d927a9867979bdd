import type { Id } from '../core/ids';
import type { Reader, WriteTransaction } from './database';
import { sql } from './sql';
import { starters } from './tables/starters';
import type { NewRow, RowOf } from './tables/table';

export type StarterRow = RowOf<typeof starters.columns>;

/** All starters, by their names, with the names of those who changed them last. */
export const allStarters = (reader: Reader): Promise<(StarterRow & { by: string | null })[]> =>
  reader.all(
    sql`SELECT s.id, s.uuid, s.key, s.name, s.about, s.type, s.body, s.revision, s.changed_at AS changedAt,
         s.changed_by AS changedBy, p.name AS by
       FROM starters s LEFT JOIN people p ON p.id = s.changed_by ORDER BY s.name COLLATE NOCASE, s.id`,
  );

export const starterByUuid = (reader: Reader, uuid: Id): Promise<StarterRow | undefined> =>
  reader.find(starters, { uuid });

/** The starter of a key, in whatever case it is written. */
export const starterByKey = (reader: Reader, key: string): Promise<StarterRow | undefined> =>
  reader.find(starters, { key });

/** The keys of all starters. */
export const starterKeys = async (reader: Reader): Promise<string[]> =>
  (await reader.all<{ key: string }>(sql`SELECT key FROM starters`)).map(({ key }) => key);

/** The name of who changed a starter last. */
export const changerOfStarter = async (reader: Reader, uuid: Id): Promise<string | null> =>
  (
    await reader.one<{ by: string | null }>(
      sql`SELECT p.name AS by FROM starters s LEFT JOIN people p ON p.id = s.changed_by WHERE s.uuid = ${uuid}`,
    )
  )?.by ?? null;

export const addStarterRow = (tx: WriteTransaction, row: NewRow<typeof starters.columns>): Promise<number> =>
  tx.insert(starters, row);

export const changeStarterRow = (
  tx: WriteTransaction,
  uuid: Id,
  changes: Partial<Omit<StarterRow, 'id' | 'uuid' | 'key'>>,
): Promise<number> => tx.update(starters, { uuid }, changes);

export const dropStarterRow = (tx: WriteTransaction, uuid: Id): Promise<number> =>
  tx.remove(starters, { uuid });
