import type { Publication, Withdrawal } from '../../contract/entries';
import type { NewSharedBlock, SharedBlockAnswer, SharedBlockPatch } from '../../contract/shared-blocks';
import { blocksIn } from '../../core/content/blocks';
import { copyOfBlock } from '../../core/content/block-edits';
import { asksReviewIn } from '../../core/content/shared-blocks';
import type { Id } from '../../core/ids';
import type { JsonObject } from '../../core/json';
import { keyFrom } from '../../core/model/naming';
import { SHARED, sharedSlot } from '../../core/model/shared-type';
import type { Reader } from '../../store/database';
import { liveOf } from '../../store/records';
import { setSharedKey, sharedKeys } from '../../store/shared-blocks';
import { pageBodyFrom } from '../pages/body';
import { pageFaults } from '../pages/faults';
import type { Person } from '../people/person';
import { livePlacesReferring, reachedPages } from '../reach/pages';
import { inAct, savingOf, type Act } from '../records/act';
import { pageBody, type PageBody } from '../records/bodies';
import { withGuardedRecord, type Guard, type GuardedSort } from '../records/guarded';
import { expectMayChange, expectPublisher, giveBack, submit } from '../records/review';
import { comeDown, expectRevision, goLive, spanOf, takeDownWaiting } from '../records/versions';
import { addRecords, changeRecord, putInBin } from '../records/working';
import type { Installation } from '../runtime/installation';
import { changedSince, invalidInput, ruleViolation } from '../runtime/refusal';
import { answerShared, blocksOf, needShared, type FoundShared } from './answer';

/** The pages that visitors see with a shared block on them. */
const pagesShowingShared = async (reader: Reader, installation: Installation, id: Id) =>
  reachedPages(reader, installation, await livePlacesReferring(reader, installation, [id]));

const sharedSort: GuardedSort<FoundShared, SharedBlockAnswer> = {
  need: (reader, _installation, id) => needShared(reader, id),
  answer: answerShared,
  follow: async (reader, installation, { record }) => {
    const before = await pagesShowingShared(reader, installation, record.uuid);
    return async () => before;
  },
};

const onShared = (
  installation: Installation,
  person: Person,
  guard: Guard,
  work: (act: Act, found: FoundShared) => Promise<string>,
): Promise<SharedBlockAnswer> => withGuardedRecord(installation, person, sharedSort, guard, work);

const TO_REVIEW = 'A page that may hold it asks for review, so someone who reviews must publish it.';

const expectMayShow = (act: Act, person: Person, body: string, why = TO_REVIEW): void =>
  expectPublisher(person, asksReviewIn(act.inside.model, blocksOf(body)), why);

/** What a patch makes of a shared block; one that would hold another is refused, so that none can hold itself. */
async function bodyFrom(
  act: Act,
  kept: PageBody,
  given: Pick<SharedBlockPatch, 'values' | 'translations' | 'slots'>,
): Promise<string> {
  const { inside, tx } = act;
  const body = await pageBodyFrom(tx, inside, inside.model.shared, kept, given);
  if (blocksIn(body.slots ?? {}).some(({ shared }) => shared !== undefined))
    throw invalidInput([
      {
        path: `/slots/${sharedSlot.key}`,
        code: 'shared',
        message: 'A shared block holds no other shared block. Make an own copy of that first.',
      },
    ]);
  return JSON.stringify(body);
}

async function makeShared(
  act: Act,
  body: string,
  { name, key }: Pick<NewSharedBlock, 'name' | 'key'>,
): Promise<FoundShared> {
  const taken = (await sharedKeys(act.tx)).map((each) => each.key);
  if (key !== undefined && taken.some((each) => each.toLowerCase() === key.toLowerCase()))
    throw invalidInput([
      { path: '/key', code: 'taken', message: `Another shared block has the key “${key}”.` },
    ]);
  const [made] = await addRecords(act, [{ sort: 'shared', type: SHARED, body }]);
  await setSharedKey(act.tx, made?.id ?? 0, key ?? keyFrom(name, taken));
  return needShared(act.tx, made?.uuid ?? '');
}

/** Refuses to show what something in it holds back. */
async function expectNoFaults({ tx, inside }: Act, body: string): Promise<void> {
  const faults = await pageFaults(tx, inside, inside.model.shared, pageBody(body), false);
  const things = faults.length === 1 ? 'One thing' : `${faults.length} things`;
  if (faults.length > 0) throw ruleViolation(`${things} must be fixed before this can be published.`, faults);
}

/** Makes a shared block of blocks, which get ids of their own; published at once where that is wanted and allowed. */
export const addSharedBlock = (
  installation: Installation,
  person: Person,
  { name, key, blocks, published = false }: NewSharedBlock,
): Promise<SharedBlockAnswer> =>
  inAct(installation, person, async (act) => {
    const body = await bodyFrom(
      act,
      { values: {} },
      { values: { name: name.trim() }, slots: { [sharedSlot.key]: blocks.map(copyOfBlock) } },
    );
    const found = await makeShared(act, body, { name, ...(key === undefined ? {} : { key }) });
    if (published) {
      expectMayShow(act, person, body);
      await expectNoFaults(act, body);
      await goLive(act, found.record, spanOf({}, act.now));
    }
    await act.keep('made a shared block');
    return answerShared(act.tx, act.inside, await needShared(act.tx, found.record.uuid));
  });

/** A name that tells a copy from what it is a copy of, as long as names may be. */
const copyName = (title: string): string => `${title.slice(0, 108)}, a copy`;

/** Makes another shared block that says the same, to be varied: blocks with ids of their own, seen by nobody yet. */
export const copySharedBlock = (
  installation: Installation,
  person: Person,
  id: Id,
): Promise<SharedBlockAnswer> =>
  inAct(installation, person, async (act) => {
    const { record } = await needShared(act.tx, id);
    const said = pageBody(record.body);
    const copies: JsonObject[] = blocksOf(record.body).map((block) =>
      copyOfBlock(JSON.parse(JSON.stringify(block)) as JsonObject),
    );
    const name = copyName(record.title);
    const values = { ...said.values, [act.inside.model.shared.definition.title]: name };
    const body = JSON.stringify({ ...said, values, slots: { [sharedSlot.id]: copies } });
    const made = await makeShared(act, body, { name });
    await act.keep('copied a shared block');
    return answerShared(act.tx, act.inside, made);
  });

export const changeSharedBlock = (
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
  patch: SharedBlockPatch,
): Promise<SharedBlockAnswer> =>
  onShared(installation, person, { id, revision, yours: patch, shows: false }, async (act, { record }) => {
    expectMayChange(person, record, 'arrange pages');
    const body = await bodyFrom(act, pageBody(record.body), patch);
    const { why, what } = savingOf(patch.apart, 'a shared block');
    await changeRecord(act, record, { body, why });
    return what;
  });

export const publishSharedBlock = (
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
  publication: Publication,
): Promise<SharedBlockAnswer> =>
  onShared(installation, person, { id, revision, shows: true }, async (act, { record }) => {
    expectMayShow(act, person, record.body);
    await expectNoFaults(act, record.body);
    await goLive(act, record, spanOf(publication, act.now));
    await changeRecord(act, record, { stage: 'draft', why: 'published' });
    return 'published a shared block';
  });

export const submitSharedBlock = (
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
): Promise<SharedBlockAnswer> =>
  onShared(installation, person, { id, revision, shows: false }, (act, { record }) =>
    submit(act, record, 'a shared block'),
  );

export const returnSharedBlock = (
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
): Promise<SharedBlockAnswer> =>
  onShared(installation, person, { id, revision, shows: false }, (act, { record }) =>
    giveBack(act, person, record, 'a shared block'),
  );

/**
 * Turns a shared block off: visitors no longer see it on any page. With a moment, only what waits to begin
 * then goes.
 */
export const withdrawSharedBlock = (
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
  { from }: Withdrawal = {},
): Promise<SharedBlockAnswer> =>
  onShared(installation, person, { id, revision, shows: true }, async (act, { record }) => {
    expectMayShow(act, person, record.body);
    if (from !== undefined) {
      await takeDownWaiting(act, record.id, from);
      return 'took down a version that waited';
    }
    await comeDown(act, record.id);
    await changeRecord(act, record, { why: 'withdrawn' });
    return 'turned off a shared block';
  });

/** Lays a shared block in the bin. Pages keep its place and show nothing there, until it comes back. */
export async function binSharedBlock(
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
): Promise<void> {
  const reached = await inAct(installation, person, async (act) => {
    const { record } = await needShared(act.tx, id);
    expectRevision(record, revision, () => changedSince({ id, revision: record.revision }, {}));
    const shown = (await liveOf(act.tx, record.id)).some(({ ends }) => ends > act.now);
    if (shown)
      expectMayShow(act, person, record.body, 'Visitors see this. Someone who reviews must withdraw it.');
    const pages = await pagesShowingShared(act.tx, installation, id);
    await comeDown(act, record.id);
    await putInBin(act, record.id, true);
    await changeRecord(act, record, { stage: 'draft', why: 'binned' });
    await act.keep('binned a shared block');
    return pages;
  });
  installation.rendered.renew(reached.map(({ uuid }) => uuid));
}
