import type { CommentAnswer, CommentsAnswer, CommentsQuery } from '../../contract/comments';
import type { Id } from '../../core/ids';
import { isBinAddress } from '../../core/site/address';
import { commentInPlace, commentsPage, countByState, type CommentInPlace } from '../../store/comments';
import { placesOfMany } from '../../store/pages';
import { recordByUuid, sortOf } from '../../store/records';
import { entryAddresses } from '../entries/addresses';
import type { Installation } from '../runtime/installation';
import { visitorAddress } from '../runtime/languages';
import { notFound } from '../runtime/refusal';

const USUAL = 50;

/** Where visitors read what some comments stand on, by its id. */
async function addressesOf(
  installation: Installation,
  rows: readonly CommentInPlace[],
): Promise<Map<Id, string>> {
  const { content } = installation;
  const entries = rows.filter(({ sort }) => sort === 'entry').map(({ on, type }) => ({ id: on, type }));
  const pages = rows.filter(({ sort }) => sort === 'page');
  const places = await placesOfMany(
    content,
    pages.map(({ record }) => record),
  );
  const found = await entryAddresses(content, installation, entries);
  for (const { on, record } of pages) {
    const place = places.get(record);
    if (place && !isBinAddress(place.address))
      found.set(on, visitorAddress(installation, undefined, place.address));
  }
  return found;
}

function told(
  { model }: Installation,
  row: CommentInPlace,
  addresses: ReadonlyMap<Id, string>,
): CommentAnswer {
  const type = model.contentType(row.type) ?? model.pageType(row.type);
  return {
    id: row.uuid,
    revision: row.revision,
    state: row.state,
    name: row.name,
    words: row.words,
    firstWords: row.firstWords,
    at: new Date(row.at).toISOString(),
    isOwn: row.person !== null,
    on: {
      id: row.on,
      sort: row.sort,
      label: row.title,
      type: type?.definition.label ?? '',
      address: addresses.get(row.on) ?? null,
    },
    answers: row.answersName,
  };
}

/** What visitors said, of a state, on one thing or anywhere, the newest first; how many wait to be looked at. */
export async function comments(
  installation: Installation,
  { state = 'held', on, offset = 0, limit = USUAL }: CommentsQuery,
): Promise<CommentsAnswer> {
  const { content } = installation;
  const sort = on === undefined ? undefined : await sortOf(content, on);
  const record = on !== undefined && sort ? await recordByUuid(content, on, sort) : undefined;
  if (on !== undefined && !record) throw notFound('entry or page');
  const [{ total, rows }, held] = await Promise.all([
    commentsPage(content, { state, on: record?.id, offset, limit }),
    countByState(content, 'held'),
  ]);
  const addresses = await addressesOf(installation, rows);
  return {
    total,
    held,
    ...(record ? { on: record.title } : {}),
    items: rows.map((row) => told(installation, row, addresses)),
  };
}

/** One comment as it is now. */
export async function answerComment(installation: Installation, id: Id): Promise<CommentAnswer> {
  const row = await commentInPlace(installation.content, id);
  if (!row) throw notFound('comment');
  return told(installation, row, await addressesOf(installation, [row]));
}
