import type { ListingAnswer, ListingStands, PlacedListing } from '../../contract/listings';
import { isId, type Id } from '../../core/ids';
import type { JsonObject } from '../../core/json';
import type { ListingRule } from '../../core/mapping/rule/listing-rule';
import { parseRule } from '../../core/mapping/rule/parse';
import { proposeRule } from '../../core/mapping/rule/propose-rule';
import { serializeRule } from '../../core/mapping/rule/serialize-rule';
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
import { listingBody, pageBody } from '../records/bodies';
import { publicationStateOf } from '../records/versions';
import type { Installation } from '../runtime/installation';
import { invalidInput, notFound } from '../runtime/refusal';
import { ruleFaults } from './references';

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

/** Listings as they are told at the door, each with its versions. */
async function answerListings(
  reader: Reader,
  installation: Installation,
  found: readonly { record: KeptRecord; versions: readonly LiveVersion[] }[],
): Promise<ListingAnswer[]> {
  const [keys, showing] = await Promise.all([
    keysOfListings(
      reader,
      found.map(({ record }) => record.id),
    ),
    livePlacesReferringTo(
      reader,
      installation,
      found.map(({ record }) => record.uuid),
      'listing',
    ),
  ]);
  return Promise.all(
    found.map(async ({ record, versions }): Promise<ListingAnswer> => {
      const { rule } = listingBody(record.body);
      const { state, differs } = publicationStateOf(record, versions, installation.now());
      const places = showing.get(record.uuid) ?? [];
      return {
        id: record.uuid,
        key: keys.get(record.id) ?? '',
        label: record.title,
        revision: record.revision,
        state,
        differs,
        rule: serializeRule(installation.model, rule),
        changedAt: new Date(record.changedAt).toISOString(),
        changedBy: record.changedBy ?? '',
        faults: ruleFaults(installation, rule),
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
  const [answer] = await answerListings(reader, installation, [{ record, versions }]);
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
  const records = await recordsOf(installation.content, 'listing');
  const versions = await liveOfMany(
    installation.content,
    records.map(({ id }) => id),
  );
  return {
    items: await answerListings(
      installation.content,
      installation,
      records.map((record) => ({ record, versions: versions.get(record.id) ?? [] })),
    ),
  };
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
