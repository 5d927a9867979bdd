import type { Id } from '../core/ids';
import type { Reader, WriteTransaction } from './database';
import { sql } from './sql';
import { sites as siteTable } from './tables/sites';

export interface SiteRow {
  id: number;
  uuid: Id;
  key: string;
  label: string;
  /** What its addresses begin with: nothing for the first site, `/friends` for another. */
  base: string;
  locale: string;
  timeZone: string;
  /** The medium whose picture stands for it. */
  picture: Id | null;
}

export const sites = (reader: Reader): Promise<SiteRow[]> =>
  reader.all(
    sql`SELECT id, uuid, key, label, base, locale, time_zone AS timeZone, picture FROM sites ORDER BY id`,
  );

export const makeSite = (tx: WriteTransaction, site: Omit<SiteRow, 'id'>, madeAt: number): Promise<number> =>
  tx.insert(siteTable, { ...site, madeAt });

export const changeSiteRow = (
  tx: WriteTransaction,
  id: number,
  { label, base, locale, timeZone, picture }: Omit<SiteRow, 'id' | 'uuid' | 'key'>,
): Promise<number> => tx.update(siteTable, { id }, { label, base, locale, timeZone, picture });

export const dropSite = (tx: WriteTransaction, id: number): Promise<number> => tx.remove(siteTable, { id });

/** How many pages stand in a site, or lie in the bin with their place in it. */
export const pagesInSite = async (reader: Reader, site: number): Promise<number> =>
  (await reader.one<{ n: number }>(sql`SELECT count(*) AS n FROM page_places WHERE site = ${site}`))?.n ?? 0;

/** How many pages stand in the tree of each site: what lies in the bin is told by how its address begins. */
export const pagesBySite = async (reader: Reader): Promise<Map<number, number>> =>
  new Map(
    (
      await reader.all<{ id: number; n: number }>(
        sql`SELECT s.id, (SELECT count(*) FROM page_places WHERE site = s.id AND address NOT BETWEEN 'bin:' AND 'bin;') AS n FROM sites s`,
      )
    ).map(({ id, n }) => [id, n]),
  );
