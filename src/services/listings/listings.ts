import type { ListingAnswer, ListingStands, PlacedListing } from '../../contract/listings';
import { isId, type Id } from '../../core/ids';
import type { JsonObject } from '../../core/json';
import type { ListingRule } from '../../core/mapping/rule/listing-rule';
import { parseRule } from '../../core/mapping/rule/parse';
import { proposeRule } from '../../core/mapping/rule/propose-rule';
import { sourceByKey } from '../../core/mapping/rule/sources';
import { PAGE_WIDTH, standsIn } from '../../core/site/slot-width';
import type { Reader } from '../../store/database';
import { keysOfListings } from '../../store/listings';
import type { LivePage } from '../../store/live-pages';
import {
  liveOf,
  liveOfMany,
  recordByUuid,
  recordsOf,
  type KeptRecord,
  type LiveVersion,
} from '../../store/records';
import { livePagesReferring, livePlacesReferringTo, pageLink, reachedPages } from '../reach/pages';
import { pageBody } from '../records/bodies';
import { publicationStateOf } from '../records/versions';
import type { Installation } from '../runtime/installation';
import { invalidInput, notFound } from '../runtime/refusal';
import { toldRule } from './told-rule';

/** The slots of visitors' pages in which a listing stands, each width once. */
function standsAt(installation: Installation, listing: Id, pages: readonly LivePage[]): ListingStands[] {
  const stands = pages.flatMap(({ type: of, title, body }): ListingStands[] => {
    const type = installation.model.pageType(of);
    const { layout, slots = {}, listing: filling } = pageBody(body);
    const rows =
      (type?.definition.layouts.find(({ id }) => id === layout) ?? type?.definition.layouts[0])?.rows ?? [];
    const filled = filling === listing ? [{ slot: 'Whole width', width: PAGE_WIDTH }] : [];
    return type
      ? [...filled, ...standsIn(installation.model, type.definition.slots, rows, slots, listing)].map(
          (each) => ({ page: title, ...each }),
        )
      : [];
  });
  return [...new Map(stands.reverse().map((each) => [each.width, each])).values()].sort(
    (a, b) => b.width - a.width,
  );
}

/** Listings as they are told at the door, with their versions by record. */
async function answerListings(
  reader: Reader,
  installation: Installation,
  records: readonly KeptRecord[],
  live: ReadonlyMap<number, readonly LiveVersion[]> | Promise<ReadonlyMap<number, readonly LiveVersion[]>>,
): Promise<ListingAnswer[]> {
  const [versions, keys, showing] = await Promise.all([
    live,
    keysOfListings(
      reader,
      records.map(({ id }) => id),
    ),
    livePlacesReferringTo(
      reader,
      installation,
      records.map(({ uuid }) => uuid),
      'listing',
    ),
  ]);
  return Promise.all(
    records.map(async (record): Promise<ListingAnswer> => {
      const { rule, faults } = toldRule(installation, record.body);
      const { state, differs } = publicationStateOf(
        record,
        versions.get(record.id) ?? [],
        installation.now(),
      );
      const places = showing.get(record.uuid) ?? [];
      return {
        id: record.uuid,
        key: keys.get(record.id) ?? '',
        label: record.title,
        revision: record.revision,
        state,
        differs,
        rule,
        changedAt: new Date(record.changedAt).toISOString(),
        changedBy: record.changedBy ?? '',
        faults: [...faults],
        pages: (await reachedPages(reader, installation, places)).map(pageLink),
      };
    }),
  );
}

/** A listing as it is told at the door. */
export async function answerListing(
  reader: Reader,
  installation: Installation,
  record: KeptRecord,
  versions: readonly LiveVersion[],
): Promise<PlacedListing> {
  const [answer] = await answerListings(reader, installation, [record], new Map([[record.id, versions]]));
  if (!answer) throw notFound('listing');
  const pages = await livePagesReferring(reader, installation, [record.uuid], 'listing');
  return { ...answer, stands: standsAt(installation, record.uuid, pages) };
}

export async function needListing(reader: Reader, id: Id): Promise<KeptRecord> {
  const record = isId(id) ? await recordByUuid(reader, id, 'listing') : undefined;
  if (!record || record.binnedAt !== null) throw notFound('listing');
  return record;
}

/** A whole rule from one that may say only where it is from: everything else begins as the type suggests. */
function completed(installation: Installation, given: JsonObject): JsonObject {
  const types = Array.isArray(given.from)
    ? given.from.flatMap((key) =>
        typeof key === 'string' ? (sourceByKey(installation.model, key) ?? []) : [],
      )
    : [];
  return types.length > 0 ? { ...proposeRule(installation.model, ...types), ...given } : given;
}

/** Reads a rule that may say only where it is from; refuses one that cannot be read. */
export function ruleFrom(installation: Installation, given: JsonObject): ListingRule {
  const { rule, faults } = parseRule(installation.model, completed(installation, given), '/rule');
  if (!rule) throw invalidInput(faults);
  return rule;
}

export async function listings(installation: Installation): Promise<{ items: ListingAnswer[] }> {
  const { content } = installation;
  const records = await recordsOf(content, 'listing');
  const live = liveOfMany(
    content,
    records.map(({ id }) => id),
  );
  return { items: await answerListings(content, installation, records, live) };
}

export async function listing(installation: Installation, id: Id): Promise<PlacedListing> {
  const record = await needListing(installation.content, id);
  return answerListing(
    installation.content,
    installation,
    record,
    await liveOf(installation.content, record.id),
  );
}
