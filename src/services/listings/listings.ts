import type { ListingAnswer, ListingPatch, ListingStands, NewListing } from '../../contract/listings';
import type { Publication } from '../../contract/entries';
import type { Fault } from '../../core/faults';
import { isId, newId, type Id } from '../../core/ids';
import type { JsonObject } from '../../core/json';
import {
  isMomentOrder,
  isMetadataOrder,
  metadataTestsOf,
  testsOf,
  type ListingRule,
} from '../../core/mapping/rule/listing-rule';
import { fieldsOfMapping } from '../../core/mapping/parts';
import { proposeRule } from '../../core/mapping/rule/propose-rule';
import { parseRule } from '../../core/mapping/rule/parse-rule';
import { ruleIn, sourceByKey, Sources } from '../../core/mapping/rule/sources';
import { fieldAsked, serializeRule } from '../../core/mapping/rule/serialize-rule';
import { mappingFaults } from '../../core/model/check';
import { PAGE_WIDTH, standsIn } from '../../core/site/slot-width';
import { keyFrom } from '../../core/model/naming';
import { equalColumns } from '../../store/queries/condition-sql';
import type { Reader, WriteTransaction } from '../../store/database';
import { keyOfListing, listingKeys, setListingKey } from '../../store/listings';
import {
  changeWorking,
  liveOf,
  makeRecords,
  note,
  recordByUuid,
  recordsOf,
  referrers,
  setBinned,
  setRefs,
  type KeptRecord,
  type LiveVersion,
} from '../../store/records';
import { indexListing, unindexListing } from '../../store/index-tables/tables';
import { homesFollowing } from '../visitor/company';
import { indexTableIn, type Installation } from '../runtime/installation';
import { listingBody, pageBody, type ListingBody } from '../records/bodies';
import type { Person } from '../people/people';
import { livePagesReferring, pageLink, pagesShowing } from '../reach/pages';
import { ruleViolation, changedSince, notFound, invalidInput } from '../runtime/refusal';
import { comeDown, expectRevision, goLive, spanOf, publicationStateOf } from '../records/versions';

/** What a rule refers to: its types, the pages below which it looks, and every field it asks, sorts by or shows. */
function refsOf(
  installation: Pick<Installation, 'model'>,
  rule: ListingRule,
): { role: string; target: Id }[] {
  const fieldsAs = ({ where, order, mapping }: ListingRule) => [
    ...testsOf(where).flatMap(({ field }) => field.split('.')),
    ...order.flatMap(({ by }) => (isMetadataOrder(by) ? [] : by.split('.'))),
    ...fieldsOfMapping(mapping),
  ];
  // What a role stands for is read in every source.
  const fields = [
    ...Sources.of(installation.model, rule.from).types.flatMap((type) => fieldsAs(ruleIn(rule, type))),
    ...(rule.facets ?? []),
  ];
  const below = metadataTestsOf(rule.where).flatMap((test) =>
    'under' in test && test.under !== 'here' ? test.under : [],
  );
  const picked = [...(rule.pins ?? []).map(({ entry }) => entry), ...(rule.leaveOut ?? [])];
  return [
    ...rule.from.map((target) => ({ role: 'type', target })),
    ...below.map((target) => ({ role: 'below', target })),
    ...picked.map((target) => ({ role: 'picked', target })),
    ...(rule.fullList === undefined ? [] : [{ role: 'full list', target: rule.fullList }]),
    ...[...new Set(fields)].map((target) => ({ role: 'field', target })),
  ];
}

/** What in a kept rule no longer fits the model. */
function faultsOf(installation: Installation, rule: ListingRule): Fault[] {
  const type = Sources.of(installation.model, rule.from);
  if (type.types.length < rule.from.length)
    return [{ path: '/rule/from', code: 'gone', message: 'A type that it takes is gone.' }];
  const gone =
    testsOf(rule.where).some(({ field }) => !fieldAsked(field, type, installation.model)) ||
    [...rule.order.map(({ by }) => by), ...(rule.facets ?? [])].some(
      (by) => !isMetadataOrder(by) && !fieldAsked(by, type, installation.model),
    );
  return [
    ...(gone
      ? [{ path: '/rule', code: 'gone', message: 'It filters or sorts by a field that is gone.' }]
      : []),
    ...mappingFaults(rule.mapping, type.fields, '/rule/mapping'),
  ];
}

/** The slots of visitors' pages in which a listing stands, each width once. */
async function standing(reader: Reader, installation: Installation, listing: Id): Promise<ListingStands[]> {
  const stands = (await livePagesReferring(reader, installation, [listing], 'listing')).flatMap(
    ({ type: of, title, body }): ListingStands[] => {
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
    },
  );
  return [...new Map(stands.reverse().map((each) => [each.width, each])).values()].sort(
    (a, b) => b.width - a.width,
  );
}

async function answer(
  reader: Reader,
  installation: Installation,
  record: KeptRecord,
  versions: readonly LiveVersion[],
): Promise<ListingAnswer> {
  const { rule } = listingBody(record.body);
  const { state, differs } = publicationStateOf(record, versions, installation.now());
  return {
    id: record.uuid,
    key: await keyOfListing(reader, record.id),
    label: record.title,
    revision: record.revision,
    state,
    differs,
    rule: serializeRule(installation.model, rule),
    changedAt: new Date(record.changedAt).toISOString(),
    changedBy: record.changedBy ?? '',
    faults: faultsOf(installation, rule),
    pages: (await pagesShowing(reader, installation, new Set([record.uuid]))).map(pageLink),
    stands: await standing(reader, installation, record.uuid),
  };
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

/** Refuses a rule that picks what is not there. What was picked before and has gone since may stay. */
async function expectPicked(
  reader: Reader,
  installation: Installation,
  rule: ListingRule,
  kept?: ListingRule,
): Promise<void> {
  const before = new Set([...(kept?.pins ?? []).map(({ entry }) => entry), ...(kept?.leaveOut ?? [])]);
  const faults: Fault[] = [];
  const check = async (entry: Id, path: string) => {
    if (before.has(entry)) return;
    const record =
      (await recordByUuid(reader, entry, 'entry')) ??
      (await recordByUuid(reader, entry, 'page')) ??
      (await recordByUuid(reader, entry, 'medium'));
    if (!record || record.binnedAt !== null || record.type === null || !rule.from.includes(record.type))
      faults.push({
        path,
        code: 'not-there',
        message: `There is no such ${Sources.of(installation.model, rule.from).label}.`,
      });
  };
  for (const [i, { entry }] of (rule.pins ?? []).entries()) await check(entry, `/rule/pins/${i}/entry`);
  for (const [i, entry] of (rule.leaveOut ?? []).entries()) await check(entry, `/rule/leaveOut/${i}`);
  const named = metadataTestsOf(rule.where).flatMap((test) =>
    'site' in test && test.site !== 'here' ? test.site : [],
  );
  if (named.some((id) => !installation.sites.some(({ uuid }) => uuid === id)))
    faults.push({
      path: '/rule/where',
      code: 'not-there',
      message: 'A condition names a site that is not there.',
    });
  if (
    rule.fullList !== undefined &&
    rule.fullList !== kept?.fullList &&
    !(await recordByUuid(reader, rule.fullList, 'page'))
  )
    faults.push({ path: '/rule/fullList', code: 'not-there', message: 'There is no such page.' });
  if (faults.length > 0) throw invalidInput(faults);
}

export async function listings(installation: Installation): Promise<{ items: ListingAnswer[] }> {
  const records = await recordsOf(installation.content, 'listing');
  return {
    items: await Promise.all(
      records.map(async (record) =>
        answer(installation.content, installation, record, await liveOf(installation.content, record.id)),
      ),
    ),
  };
}

export async function listing(installation: Installation, id: Id): Promise<ListingAnswer> {
  const record = await needListing(installation.content, id);
  return answer(installation.content, installation, record, await liveOf(installation.content, record.id));
}

export async function addListing(
  installation: Installation,
  person: Person,
  { label, rule: given }: NewListing,
): Promise<ListingAnswer> {
  const rule = ruleFrom(installation, given);
  return installation.content.write(async (tx) => {
    await expectPicked(tx, installation, rule);
    const uuid = newId();
    const [id = 0] = await makeRecords(tx, [
      {
        uuid,
        sort: 'listing',
        type: null,
        title: label.trim(),
        body: JSON.stringify({ rule } satisfies ListingBody),
        faults: 0,
        at: installation.now(),
        by: person.id,
      },
    ]);
    await setListingKey(
      tx,
      id,
      keyFrom(
        label,
        (await listingKeys(tx)).map(({ key }) => key),
      ),
    );
    await setRefs(tx, id, 0, refsOf(installation, rule));
    await note(tx, installation.now(), person.id, 'made a listing', id);
    return answer(tx, installation, await needListing(tx, uuid), []);
  });
}

async function guarded(
  tx: WriteTransaction,
  installation: Installation,
  id: Id,
  revision: number,
  yours: JsonObject,
): Promise<{ record: KeptRecord; versions: LiveVersion[] }> {
  const record = await needListing(tx, id);
  const versions = await liveOf(tx, record.id);
  const current = { ...(await answer(tx, installation, record, versions)) } as unknown as JsonObject;
  expectRevision(record, revision, () => changedSince(current, yours));
  return { record, versions };
}

export async function changeListing(
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
  { label, rule: given }: ListingPatch,
): Promise<ListingAnswer> {
  return installation.content.write(async (tx) => {
    const { record, versions } = await guarded(tx, installation, id, revision, given ?? {});
    // A merge patch, but for the rule's parts: each that is given replaces the kept one as a whole.
    const rule = given
      ? ruleFrom(installation, {
          ...serializeRule(installation.model, listingBody(record.body).rule),
          ...given,
        })
      : listingBody(record.body).rule;
    await expectPicked(tx, installation, rule, listingBody(record.body).rule);
    await changeWorking(tx, record, {
      title: label?.trim() ?? record.title,
      body: JSON.stringify({ rule } satisfies ListingBody),
      faults: 0,
      stage: 'draft',
      at: installation.now(),
      by: person.id,
      why: 'saved',
    });
    await setRefs(tx, record.id, 0, refsOf(installation, rule));
    await note(tx, installation.now(), person.id, 'changed a listing', record.id);
    return answer(tx, installation, await needListing(tx, id), versions);
  });
}

/** Gives a listing that visitors see its own indexes, as its rule now asks for. */
export async function reindexListing(
  tx: WriteTransaction,
  installation: Pick<Installation, 'model' | 'keyMap'>,
  record: number,
  rule: ListingRule,
): Promise<void> {
  await unindexListing(tx, record);
  for (const [i, type] of Sources.of(installation.model, rule.from).types.entries()) {
    const indexTable = indexTableIn(installation, type);
    const {
      where,
      order: [first],
    } = ruleIn(rule, type);
    const sort = first && (isMomentOrder(first.by) ? first.by : indexTable.fields.get(first.by)?.sort);
    await indexListing(tx, indexTable, record, i, equalColumns(where, indexTable), sort);
  }
}

export async function publishListing(
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
  asked: Publication,
): Promise<ListingAnswer> {
  const { done, reached } = await installation.content.write(async (tx) => {
    const { record } = await guarded(tx, installation, id, revision, {});
    const { rule } = listingBody(record.body);
    const faults = faultsOf(installation, rule);
    if (faults.length > 0)
      throw ruleViolation('This listing names things that are gone. Mend it first.', faults);
    const { versions } = await goLive(
      tx,
      record,
      spanOf(asked, installation.now()),
      installation.now(),
      person.id,
    );
    await changeWorking(tx, record, {
      title: record.title,
      body: record.body,
      faults: 0,
      stage: 'draft',
      at: installation.now(),
      by: person.id,
      why: 'published',
    });
    await setRefs(tx, record.id, 1, refsOf(installation, rule));
    await reindexListing(tx, installation, record.id, rule);
    await note(tx, installation.now(), person.id, 'put a listing in force', record.id);
    return {
      done: await answer(tx, installation, await needListing(tx, id), versions),
      reached: [
        ...(await pagesShowing(tx, installation, new Set([id]))),
        ...(await homesFollowing(tx, installation, new Set([id]))),
      ],
    };
  });
  installation.rendered.renew(reached.map(({ uuid }) => uuid));
  return done;
}

export async function binListing(
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
): Promise<void> {
  await installation.content.write(async (tx) => {
    const { record } = await guarded(tx, installation, id, revision, {});
    const using = [...(await referrers(tx, id, 0)), ...(await referrers(tx, id, 1))].filter(
      ({ role }) => role === 'listing',
    );
    if (using.length > 0)
      throw ruleViolation(
        `${[...new Set(using.map(({ title }) => title))].join(', ')} ${using.length === 1 ? 'shows' : 'show'} this listing. Give ${using.length === 1 ? 'that page' : 'those pages'} another first.`,
      );
    await comeDown(tx, record.id, installation.now());
    await setBinned(tx, record.id, installation.now());
    await unindexListing(tx, record.id);
    await note(tx, installation.now(), person.id, 'binned a listing', record.id);
  });
}
