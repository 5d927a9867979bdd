import type { ReachAnswer, ReachLink } from '../../contract/entries';
import type { MediaAnswer, MediaListAnswer, MediaQuery } from '../../contract/media';
import { serializeLocalized } from '../../core/content/localized-values';
import { isId, type Id } from '../../core/ids';
import type { Condition } from '../../core/mapping/rule/listing-rule';
import type { Field } from '../../core/model/document';
import { isFilledIn, mediumFields, sortChoice } from '../../core/model/media-type';
import type { Reader } from '../../store/database';
import {
  countMedia,
  findMedia,
  knownMedia,
  mediaAddress,
  mediaById,
  mediumValues,
  type MediaRow,
} from '../../store/media';
import { placesAmong } from '../../store/queries/place-query';
import { referrers } from '../../store/refs';
import { listingsInForce } from '../listings/in-force';
import { queryContextOf, sourcesOf } from '../listings/sources';
import { reachOfEntry } from '../reach/entry';
import { pageLink } from '../reach/pages';
import type { Installation } from '../runtime/installation';
import { notFound } from '../runtime/refusal';

/** The fields of a medium that people fill in. */
export const filledIn = (installation: Pick<Installation, 'model'>): Field[] =>
  installation.model.media.fields.filter(isFilledIn);

/** A medium as it is told at the door. */
export function answerMedium(installation: Installation, row: MediaRow): MediaAnswer {
  const { label, alt } = knownMedia(row);
  // As large as it came: how it is seen is said by its values.
  const { width, height } = row;
  return {
    id: row.uuid,
    sort: row.sort,
    label,
    address: mediaAddress(row),
    mime: row.mime,
    bytes: row.bytes,
    alt,
    revision: row.revision,
    ...serializeLocalized(filledIn(installation), mediumValues(row), installation.model.locale),
    ...(width && height ? { width, height } : {}),
  };
}

export async function needMedium(reader: Reader, id: Id): Promise<MediaRow> {
  const row = isId(id) ? await mediaById(reader, id) : undefined;
  if (!row) throw notFound('medium');
  return row;
}

export const medium = async (installation: Installation, id: Id): Promise<MediaAnswer> =>
  answerMedium(installation, await needMedium(installation.content, id));

/**
 * What is asked of the media in a drawer: their sort, their folder (and those below it, or none), words in
 * their names.
 */
function asks({ q = '', sort, folder, only }: MediaQuery): Condition {
  const words = q.trim();
  return {
    all: [
      ...(words ? [{ field: mediumFields.name, is: 'contains' as const, value: words }] : []),
      ...(sort ? [{ field: mediumFields.sort, is: 'equals' as const, value: sortChoice(sort) }] : []),
      ...(only === 'lacking'
        ? [
            { field: mediumFields.sort, is: 'equals' as const, value: sortChoice('picture') },
            { field: mediumFields.alt, is: 'empty' as const },
          ]
        : []),
      ...(folder === 'none'
        ? [{ field: mediumFields.folder, is: 'empty' as const }]
        : folder
          ? [{ field: mediumFields.folder, is: 'under' as const, value: folder }]
          : []),
    ],
  };
}

export async function mediaList(installation: Installation, query: MediaQuery): Promise<MediaListAnswer> {
  const { limit = 60, after = 0 } = query;
  const wanted = {
    where: asks(query),
    unused: query.only === 'unused',
    needsWords: query.only === 'lacking',
  };
  const asked = queryContextOf(installation, installation.model.media);
  const [rows, total] = await Promise.all([
    findMedia(installation.content, asked, wanted, limit, after),
    countMedia(installation.content, asked, wanted),
  ]);
  const last = rows.at(-1);
  return {
    items: rows.map((row) => answerMedium(installation, row)),
    total,
    ...(last && rows.length === limit ? { next: last.record } : {}),
  };
}

/**
 * What shows a medium: what refers to it, listings that it is in, and the pages that would differ if visitors
 * no longer saw it.
 */
export async function mediumReach(installation: Installation, id: Id): Promise<ReachAnswer> {
  const row = await needMedium(installation.content, id);
  const { media } = installation.model;
  const inForce = (await listingsInForce(installation.content, installation)).filter(({ rule }) =>
    rule.from.includes(media.id),
  );
  const places = await placesAmong(
    installation.content,
    await Promise.all(
      inForce.map(async ({ rule }) => ({
        branches: await sourcesOf(installation.content, installation, rule),
        most: 1,
      })),
    ),
    (branches) => branches.find(({ type }) => type.id === media.id),
    { id, record: row.record },
  );
  const listings = inForce.flatMap(({ id: listing, label }, i): ReachLink[] =>
    places[i] === undefined ? [] : [{ sort: 'listing', id: listing, label, detail: 'listing' }],
  );
  const referring = (await referrers(installation.content, id, 0)).flatMap(
    ({ uuid, sort, type, title }): ReachLink[] =>
      sort === 'entry' || sort === 'page' || sort === 'shared'
        ? [
            {
              sort,
              id: uuid,
              label: title,
              detail:
                (installation.model.contentType(type ?? '') ?? installation.model.pageOrShared(type ?? ''))
                  ?.label ?? sort,
            },
          ]
        : [],
  );
  const pages = await reachOfEntry(installation.content, installation, id, {
    id,
    type: media.id,
    before: mediumValues(row),
    after: undefined,
  });
  return {
    goesTo: [...new Map([...listings, ...referring].map((link) => [link.id, link])).values()],
    pages: pages.map(pageLink),
  };
}
