import type { Publication, Withdrawal } from '../../contract/entries';
import type {
  BinPageQuery,
  NewPage,
  PageAnswer,
  PageMove,
  PagePatch,
  WaitingPlaceQuery,
} from '../../contract/pages';
import { firstContents } from '../../core/content/blocks';
import { defaultValues, type Newness } from '../../core/content/values';
import { newId, type Id } from '../../core/ids';
import { binAddress } from '../../core/site/address';
import type { CompiledType } from '../../core/model/compile';
import type { PageType } from '../../core/model/document';
import type { Reader } from '../../store/database';
import { sharedKeys } from '../../store/shared-blocks';
import { branchOf, placeOf } from '../../store/pages';
import { waitingPlaceOf } from '../../store/waiting-places';
import { liveOf, liveOfMany, recordsByIds } from '../../store/records';
import { expectWords, placeOfWords } from '../categories/words';
import type { Person } from '../people/person';
import { reachOfBranch, reachOfPage } from '../reach/page';
import { inAct, savingOf, type Act } from '../records/act';
import { pageBody, type PageBody } from '../records/bodies';
import { withGuardedRecord, type Guard, type GuardedSort } from '../records/guarded';
import { expectMayChange, expectPublisher, giveBack, submit } from '../records/review';
import { comeDown, expectRevision, goLive, spanOf, takeDownWaiting } from '../records/versions';
import { addRecords, changeRecord, putInBin } from '../records/working';
import { minuteNow, today, type Installation } from '../runtime/installation';
import { changedSince, ruleViolation } from '../runtime/refusal';
import { answerPage, needPage, titleFor, typeOfPage, type PageWithPlace } from './answer';
import { withStarter } from './beginning';
import { pageBodyFrom } from './body';
import { pageFaults } from './faults';
import { expectPlace, expectPlaceFor } from './moving';
import {
  addressAt,
  pageTypeByKey,
  parentGiven,
  positionAfter,
  slugFor,
  slugGiven,
  type Place,
} from './places';
import { giveWords, placePages } from './placing';
import {
  holdPlaceBack,
  letPlaceGoOut,
  placePage,
  putNextPlaceTaking,
  renamePage,
  stayThere,
  WITH_PUBLICATION,
} from './waiting-places';
import { siteGiven, siteOf } from '../runtime/sites';

const newness = (installation: Installation, person: Person, shared: Newness['shared']): Newness => ({
  today: today(installation),
  minute: minuteNow(installation),
  person: person.name,
  ...(shared ? { shared } : {}),
});

/** The shared blocks outside the bin that slots may begin with, by their keys. */
const sharedByKey = async (reader: Reader): Promise<Map<string, Id>> =>
  new Map((await sharedKeys(reader)).flatMap(({ key, uuid, binned }) => (binned ? [] : [[key, uuid]])));

const pageSort: GuardedSort<PageWithPlace, PageAnswer> = {
  need: (reader, _installation, id) => needPage(reader, id),
  answer: async (reader, installation, found) =>
    answerPage(reader, installation, found, await liveOf(reader, found.record.id)),
  async follow(reader, installation, { record, place: { address } }) {
    const before = await reachOfPage(reader, installation, record.id);
    return async () => {
      const isElsewhere = (await placeOf(reader, record.id))?.address !== address;
      const inside = isElsewhere ? await reachOfBranch(reader, installation, record.id) : [];
      return [...before, ...inside, ...(await reachOfPage(reader, installation, record.id))];
    };
  },
};

const onPage = (
  installation: Installation,
  person: Person,
  guard: Guard,
  work: (act: Act, found: PageWithPlace & { type: CompiledType<PageType> }) => Promise<string>,
): Promise<PageAnswer> =>
  withGuardedRecord(installation, person, pageSort, guard, (act, found) =>
    work(act, { ...found, type: typeOfPage(installation, found.record.type) }),
  );

export async function page(installation: Installation, id: Id): Promise<PageAnswer> {
  const { content } = installation;
  return pageSort.answer(content, installation, await needPage(content, id));
}

/**
 * What a new page says at first. Words of a category begin with nothing: what all of them say stands until
 * there is something else.
 */
const firstBody = (
  installation: Installation,
  person: Person,
  type: CompiledType<PageType>,
  category: Id | null,
  shared: ReadonlyMap<string, Id>,
): PageBody => {
  if (category !== null) return { values: {} };
  const made = newness(installation, person, shared);
  return {
    values: defaultValues(type.fields, made),
    slots: firstContents(installation.model, type.definition.slots, made),
  };
};

/** Makes a page where its type may stand; anywhere else is refused with the reason. */
export async function addPage(
  installation: Installation,
  person: Person,
  given: NewPage,
): Promise<PageAnswer> {
  const type = pageTypeByKey(installation, given.type);
  return inAct(installation, person, async (act) => {
    const { tx } = act;
    const parent = await parentGiven(tx, given.parent);
    const site = parent ? siteOf(installation, parent.site) : siteGiven(installation, given.site);
    const at: Place = { site, parent };
    const { category = null } = given;
    if (category === null) await expectPlace(act, installation, type, at, null);
    else await expectWords(tx, installation, type, parent, category);
    const usual = firstBody(installation, person, type, category, await sharedByKey(tx));
    const first = category === null ? await withStarter(tx, installation, type, usual, given.starter) : usual;
    const body = await pageBodyFrom(tx, installation, type, first, given);
    const slug = await newSlug(act, installation, type, at, { given, body, category });
    const uuid = newId();
    const [made] = await addRecords(act, [
      {
        uuid,
        sort: 'page',
        type: type.id,
        body: JSON.stringify(body),
        ...(category === null ? {} : { category }),
      },
    ]);
    const record = made?.id ?? 0;
    const address = category === null ? addressAt(at, slug) : placeOfWords(uuid);
    const position = await positionAfter(tx, at, undefined, null);
    await placePages(act, [
      { record, site: site.id, parent: parent?.record ?? null, position, slug, address },
    ]);
    if (category !== null) await giveWords(act, record, installation.keyMap.of(category));
    await act.keep('made a page');
    return answerPage(tx, installation, await needPage(tx, uuid), []);
  });
}

async function newSlug(
  act: Act,
  installation: Installation,
  type: CompiledType<PageType>,
  at: Place,
  { given, body, category }: { given: NewPage; body: PageBody; category: Id | null },
): Promise<string> {
  if (category !== null) return '';
  if (given.slug !== undefined) return slugGiven(act.tx, installation, given.slug, at, null);
  const title = titleFor(installation, type, body, category);
  return slugFor(act.tx, installation, type.definition, title, at, null);
}

export const changePage = (
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
  patch: PagePatch,
): Promise<PageAnswer> => {
  const guard = {
    id,
    revision,
    yours: patch,
    shows: patch.slug !== undefined && patch.placeFrom !== 'publication',
  };
  return onPage(installation, person, guard, async (act, { record, place, type }) => {
    expectMayChange(person, patch.slug === undefined ? record : { stage: 'draft' }, 'arrange pages');
    const body = await pageBodyFrom(act.tx, installation, type, pageBody(record.body), patch);
    if (patch.slug !== undefined) await renamePage(act, installation, person, { record, place, type }, patch);
    const { why, what } = savingOf(patch.apart, 'a page');
    // What waits for review waits on; that it was changed meanwhile is told to whoever reviews it.
    await changeRecord(act, record, { body: JSON.stringify(body), why });
    return what;
  });
};

export async function publishPage(
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
  publication: Publication,
): Promise<PageAnswer> {
  const guard = { id, revision, shows: true };
  const published = await onPage(installation, person, guard, async (act, { record, place, type }) => {
    const { review, plural } = type.definition;
    expectPublisher(
      person,
      review,
      `Someone who reviews must publish ${plural}. Send it for review instead.`,
    );
    const ofCategory = place.category !== null;
    const faults = await pageFaults(act.tx, installation, type, pageBody(record.body), ofCategory);
    const things = faults.length === 1 ? 'One thing' : `${faults.length} things`;
    if (faults.length > 0)
      throw ruleViolation(`${things} must be fixed before this can be published.`, faults);
    const span = spanOf(publication, act.now);
    await goLive(act, record, span);
    await letPlaceGoOut(act, installation, { record, place, type }, span.starts);
    await changeRecord(act, record, { stage: 'draft', why: 'published' });
    return 'published a page';
  });
  if (published.waitingPlaces.some(({ from }) => from !== undefined)) await putNextPlaceTaking(installation);
  return published;
}

export const submitPage = (
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
): Promise<PageAnswer> =>
  onPage(installation, person, { id, revision, shows: false }, (act, { record }) =>
    submit(act, record, 'a page'),
  );

export const returnPage = (
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
): Promise<PageAnswer> =>
  onPage(installation, person, { id, revision, shows: false }, (act, { record }) =>
    giveBack(act, person, record, 'a page'),
  );

export const withdrawPage = (
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
  { from }: Withdrawal = {},
): Promise<PageAnswer> =>
  onPage(installation, person, { id, revision, shows: true }, async (act, { record, type }) => {
    const { review, plural } = type.definition;
    expectPublisher(person, review, `Someone who reviews must withdraw ${plural}.`);
    if (from !== undefined) {
      await takeDownWaiting(act, record.id, from);
      await holdPlaceBack(act, record.id, Date.parse(from));
      return 'took down a version that waited';
    }
    await comeDown(act, record.id);
    await holdPlaceBack(act, record.id);
    await changeRecord(act, record, { why: 'withdrawn' });
    return 'withdrew a page';
  });

export const movePage = (
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
  { parent: to, after, placeFrom = 'now' }: PageMove,
): Promise<PageAnswer> => {
  const guard = { id, revision, yours: { parent: to, after: after ?? null }, shows: placeFrom === 'now' };
  return onPage(installation, person, guard, async (act, found) => {
    const { tx } = act;
    const { record, place } = found;
    const parent = await parentGiven(tx, to);
    const waits = placeFrom === 'publication';
    const slug =
      (waits ? await waitingPlaceOf(tx, record.id, WITH_PUBLICATION) : undefined)?.slug ?? place.slug;
    const { at, slug: piece } = await expectPlaceFor(act, installation, found, parent, slug);
    const position = await positionAfter(tx, at, after, record.id);
    const did = await placePage(act, person, found, { at, position, slug: piece }, placeFrom);
    await changeRecord(act, record, { why: waits ? 'is to move when it is published' : 'moved' });
    return did;
  });
};

/** Gives up a place that waits for the publication of a page, or for a moment (ISO 8601). */
export const dropWaitingPlace = (
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
  { from }: WaitingPlaceQuery,
): Promise<PageAnswer> =>
  onPage(installation, person, { id, revision, shows: false }, (act, { record }) =>
    stayThere(act, record, from === undefined ? WITH_PUBLICATION : Date.parse(from)),
  );

/** The most pages that go into the bin as one branch. */
const MOST_BINNED = 500;

/**
 * Lays a page in the bin; with `branch`, together with all that stands below it. Without, it is refused
 * where pages stand there.
 */
export async function binPage(
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
  { branch = 'no' }: BinPageQuery = {},
): Promise<void> {
  const reached = await inAct(installation, person, async (act) => {
    const { tx } = act;
    const { record, place } = await needPage(tx, id);
    expectRevision(record, revision, () => changedSince({ id, revision: record.revision }, {}));
    const all = await branchOf(tx, record.id);
    if (branch === 'no' && all.length > 1)
      throw ruleViolation(
        'Pages stand below this one. Give them another place first, or bin the whole branch.',
      );
    if (all.length > MOST_BINNED)
      throw ruleViolation(
        `At most ${MOST_BINNED} pages go into the bin at once; there are ${all.length}. Bin those below first.`,
      );
    const pages = [
      ...(await reachOfPage(tx, installation, record.id)),
      ...(await reachOfBranch(tx, installation, record.id)),
    ];
    const records = await recordsByIds(
      tx,
      all.map((each) => each.record),
    );
    const versions = await liveOfMany(
      tx,
      records.map((each) => each.id),
    );
    for (const each of records) {
      const { review, plural } = typeOfPage(installation, each.type).definition;
      const shown = (versions.get(each.id) ?? []).some(({ ends }) => ends > act.now);
      if (shown)
        expectPublisher(person, review, `Visitors see this. Someone who reviews must withdraw ${plural}.`);
      await comeDown(act, each.id);
      await holdPlaceBack(act, each.id);
      await putInBin(act, each.id, true);
    }
    // The addresses become free for other pages.
    await placePages(
      act,
      all.map((each) => ({ ...each, address: binAddress(each.uuid) })),
    );
    await act.keep(all.length > 1 ? `binned a page with ${all.length - 1} below it` : 'binned a page');
    return [...pages, ...(place.parent === null ? [] : await reachOfPage(tx, installation, place.parent))];
  });
  installation.rendered.renew(reached.map(({ uuid }) => uuid));
}
