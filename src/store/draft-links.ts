import type { Id } from '../core/ids';
import type { Reader, WriteTransaction } from './database';
import { sql } from './sql';
import { draftLinks, type DraftScope } from './tables/draft-links';
import type { RowOf } from './tables/table';

export type DraftLinkRow = RowOf<typeof draftLinks.columns>;

/** Keeps a link to drafts; those that have ended are forgotten. */
export async function putDraftLink(tx: WriteTransaction, link: DraftLinkRow): Promise<void> {
  await tx.run(sql`DELETE FROM draft_links WHERE ends_at <= ${link.madeAt}`);
  await tx.insert(draftLinks, link);
}

/** The link of a word, as long as it has not ended. */
export async function draftLinkByHash(
  reader: Reader,
  word: string,
  now: number,
): Promise<DraftLinkRow | undefined> {
  const found = await reader.find(draftLinks, { word });
  return found && found.endsAt > now ? found : undefined;
}

/** The links that were made at a page and have not ended. */
export const draftLinksOf = (
  reader: Reader,
  page: Id,
  now: number,
): Promise<{ uuid: Id; scope: DraftScope; person: number; endsAt: number }[]> =>
  reader.all(
    sql`SELECT uuid, scope, person, ends_at AS endsAt FROM draft_links WHERE page = ${page} AND ends_at > ${now} ORDER BY ends_at`,
  );

/** Ends a link. Answers whether there was one. */
export const endDraftLink = async (tx: WriteTransaction, uuid: Id): Promise<boolean> =>
  (await tx.remove(draftLinks, { uuid })) > 0;
