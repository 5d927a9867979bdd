import type { MadeUpAnswer } from '../../contract/begin';
import { newId, type Id } from '../../core/ids';
import { isJsonObject } from '../../core/json';
import { answersOf } from '../../core/model/page-source';
import { actByUuid, changesOf, type ActChange } from '../../store/acts';
import type { Reader } from '../../store/database';
import { pagesStandingOn, placesOfMany } from '../../store/pages';
import { recordsByUuids, type KeptRecord } from '../../store/records';
import { referrersOfMany } from '../../store/refs';
import { parsed, recordsOf, undoThings, type Left } from '../acts';
import type { Person } from '../people/person';
import { inAct } from '../records/act';
import type { Installation } from '../runtime/installation';
import { ruleViolation } from '../runtime/refusal';
import { inOneAct } from '../runtime/request-context';
import { begunFrom, type Begun } from './begin';

/** What of the made-up content can be taken away, in the order in which it goes, and what has to stay. */
interface MadeUp {
  goes: ActChange[];
  stays: Left[];
}

interface Thing {
  change: ActChange;
  label: string;
  /** How many stand above it, of its sort. */
  depth: number;
}

/** What counts as content, in the order in which it goes: what refers goes before what it refers to. */
const sorts: readonly ActChange['sort'][] = ['page', 'shared', 'entry', 'medium', 'category'];
const isMade = ({ sort, before }: ActChange): boolean => before === null && sorts.includes(sort);

const CHANGED = 'Somebody has worked on it since.';

/** Whether a record is another than when it was made. */
function isChanged(record: KeptRecord, { after }: ActChange): boolean {
  const then = parsed(after);
  return isJsonObject(then) && then.revision !== record.revision;
}

/**
 * Whether a page shows what an architect goes on with: the top page of a site, and those that a rule, a category or an
 * entry fills.
 */
const isFrame = (
  { model }: Installation,
  record: KeptRecord,
  place: { parent: Id | null } | undefined,
): boolean => {
  const type = model.pageType(record.type ?? '');
  return place?.parent === null || !type || !answersOf(type.definition.source).isComposed;
};

/**
 * Finds the content that a ready-made site brought and that is still as it was. What something of one's own
 * (or anything else that stays) refers to or stands below stays with it; pages that a rule fills stay for
 * what is written next.
 */
async function madeUp(reader: Reader, installation: Installation, { act }: Begun): Promise<MadeUp> {
  const row = await actByUuid(reader, act);
  const changes = row ? (await changesOf(reader, row.id)).filter(isMade) : [];
  const found = await recordsByUuids(
    reader,
    changes.map(({ target }) => target),
  );
  const records = new Map(
    found.filter(({ binnedAt }) => binnedAt === null).map((record) => [record.uuid, record]),
  );
  const places = await placesOfMany(
    reader,
    found.flatMap(({ id, sort }) => (sort === 'page' ? [id] : [])),
  );
  const things = new Map<Id, Thing>();
  const stays = new Map<Id, string | null>();
  for (const change of changes) {
    const { target } = change;
    const record = records.get(target);
    const category = installation.categories.get(target);
    if (record) {
      const place = places.get(record.id);
      things.set(target, { change, label: record.title, depth: place?.address.split('/').length ?? 0 });
      if (isChanged(record, change)) stays.set(target, CHANGED);
      else if (record.sort === 'page' && isFrame(installation, record, place)) stays.set(target, null);
    } else if (category) {
      things.set(target, {
        change,
        label: category.label,
        depth: installation.categories.trail(target).length,
      });
      if (category.revision !== revisionMade(change)) stays.set(target, CHANGED);
    }
  }
  await holdWhatIsNeeded(reader, installation, things, stays);
  const going = [...things].flatMap(([id, thing]) => (stays.has(id) ? [] : [thing]));
  return {
    goes: sorts.flatMap((sort) =>
      going
        .filter(({ change }) => change.sort === sort)
        .sort((a, b) => b.depth - a.depth)
        .map(({ change }) => change),
    ),
    stays: [...stays].flatMap(([id, why]) =>
      why === null ? [] : [{ label: things.get(id)?.label ?? '', why }],
    ),
  };
}

const revisionMade = ({ after }: ActChange): unknown => {
  const then = parsed(after);
  return isJsonObject(then) ? then.revision : undefined;
};

/** Adds to what stays whatever something that stays refers to, or stands below. */
async function holdWhatIsNeeded(
  reader: Reader,
  { categories }: Installation,
  things: ReadonlyMap<Id, Thing>,
  stays: Map<Id, string | null>,
): Promise<void> {
  const ids = [...things.keys()];
  const needs: { from: Id; to: Id; why: string }[] = [
    ...[...(await referrersOfMany(reader, ids, 0)), ...(await referrersOfMany(reader, ids, 1))].map(
      ({ uuid, target, title }) => ({ from: uuid, to: target, why: `“${title}” refers to it.` }),
    ),
    ...(await pagesStandingOn(reader, ids)).map(({ on, uuid, title }) => ({
      from: uuid,
      to: on,
      why: `“${title}” stands below it.`,
    })),
    ...ids.flatMap((to) =>
      (categories.get(to) ? categories.branch(to) : []).map(({ id, label }) => ({
        from: id,
        to,
        why: `“${label}” stands below it.`,
      })),
    ),
  ].filter(({ from, to }) => from !== to);
  for (let more = true; more;) {
    more = false;
    for (const { from, to, why } of needs)
      if ((!things.has(from) || stays.has(from)) && !stays.has(to)) {
        stays.set(to, why);
        more = true;
      }
  }
}

/** How many things that stay are told by their names. */
const TOLD = 20;

/** What would go and what would stay, as it is told; nothing where no made-up content is left. */
export async function madeUpAnswer(installation: Installation): Promise<MadeUpAnswer> {
  const begun = await begunFrom(installation);
  const none = { from: '', entries: 0, pages: 0, media: 0, categories: 0, stays: [], more: 0 };
  if (!begun) return none;
  const { goes, stays } = await madeUp(installation.content, installation, begun);
  const count = (sort: ActChange['sort']) => goes.filter((each) => each.sort === sort).length;
  return {
    from: begun.label,
    entries: count('entry'),
    pages: count('page'),
    media: count('medium'),
    categories: count('category'),
    stays: stays.slice(0, TOLD),
    more: Math.max(0, stays.length - TOLD),
  };
}

/** How many things go in one write: about a tenth of a second. */
const PART = 25;

/**
 * Takes the made-up content away, as one act that can be taken back: it goes to the bin. Answers what was
 * left there, and why.
 */
export async function takeMadeUpAway(installation: Installation, person: Person): Promise<MadeUpAnswer> {
  const begun = await begunFrom(installation);
  if (!begun) throw ruleViolation('There is no made-up content here.');
  const { goes } = await madeUp(installation.content, installation, begun);
  if (goes.length === 0) throw ruleViolation('Nothing is left that could be taken away.');
  const tried = new Set<Id>();
  await inOneAct(newId(), `took the made-up content of ${begun.label} away`, async () => {
    for (let more = true; more;)
      more = await inAct(installation, person, async (act) => {
        // Somebody may work on something, or refer to it, between two parts.
        const left = (await madeUp(act.tx, act.inside, begun)).goes.filter(({ target }) => !tried.has(target));
        const some = left.slice(0, PART);
        some.forEach(({ target }) => tried.add(target));
        await undoThings(act, some, await recordsOf(act.tx, some));
        await act.keep('took made-up content away');
        return left.length > some.length;
      });
  });
  installation.rendered.renewAll();
  return madeUpAnswer(installation);
}
