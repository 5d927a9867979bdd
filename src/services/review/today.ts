import type { ThingToSee, TodayAnswer, WaitingAnswer } from '../../contract/review';
import type { Id } from '../../core/ids';
import { may } from '../../core/roles';
import {
  countWaiting,
  givenTo,
  lastWhy,
  touchedBy,
  turning,
  waitingForReview,
  type RecordToSee,
} from '../../store/given-work';
import { lookedBefore, noteLook } from '../../store/people';
import { openNotes } from '../../store/notes';
import { recordsByUuids } from '../../store/records';
import { RETURNED } from '../records/review';
import type { Person } from '../people/person';
import type { Installation } from '../runtime/installation';

/** How many things stand in each list, and among how many acts of a person they are looked for. */
const MOST = 12;
const ACTS = 200;
/** How far ahead (ms) it is told what goes out and comes down: two weeks. */
const SOON = 14 * 86_400_000;

const labelOf = ({ model }: Installation, { sort, type }: RecordToSee): string => {
  if (sort === 'listing') return 'Listing';
  if (sort === 'medium') return 'Medium';
  if (sort === 'shared') return model.shared.definition.label;
  const id: Id = type ?? '';
  return (sort === 'page' ? model.pageType(id) : model.contentType(id))?.definition.label ?? '';
};

type Told = RecordToSee & { day?: string | null; words?: string; goes?: 'out' | 'down' };

/** Tells records as they stand on a screen, each with how many notes at it are open. */
async function teller(
  installation: Installation,
  all: readonly RecordToSee[],
): Promise<(thing: Told) => ThingToSee> {
  const records = await recordsByUuids(
    installation.content,
    all.map(({ id }) => id),
  );
  const keys = new Map(records.map(({ uuid, id }) => [uuid, id]));
  const notes = await openNotes(installation.content, [...keys.values()]);
  return (thing) => ({
    id: thing.id,
    sort: thing.sort,
    title: thing.title,
    revision: thing.revision,
    of: labelOf(installation, thing),
    at: new Date(thing.at).toISOString(),
    by: thing.by ?? '',
    toFix: thing.faults,
    notes: notes.get(keys.get(thing.id) ?? 0) ?? 0,
    ...(thing.day ? { day: thing.day } : {}),
    ...(thing.words ? { words: thing.words } : {}),
    ...(thing.goes ? { goes: thing.goes } : {}),
  });
}

/** The most that is told of what waits for review. */
const WAITING = 200;

/** What waits for review, what waits longest first. */
export async function waiting(installation: Installation): Promise<WaitingAnswer> {
  const all = await waitingForReview(installation.content, WAITING);
  return {
    items: all.map(await teller(installation, all)),
    total: await countWaiting(installation.content),
  };
}

/**
 * What somebody is to see to: given to them, waiting for them, given back, worked on last, soon out or down,
 * broken since.
 */
export async function today(installation: Installation, person: Person): Promise<TodayAnswer> {
  const { content, now } = installation;
  const reviews = may(person.role, 'review');
  const [given, waits, inAll, touched, soon] = await Promise.all([
    givenTo(content, person.id, MOST),
    reviews ? waitingForReview(content, MOST) : Promise.resolve([]),
    reviews ? countWaiting(content) : Promise.resolve(0),
    touchedBy(content, person.id, { acts: ACTS, most: MOST * 4 }),
    turning(content, now(), now() + SOON, MOST),
  ]);
  const whys = await lastWhy(
    content,
    touched.map(({ record }) => record),
  );
  const isBack = ({ record, stage }: (typeof touched)[number]) =>
    stage === 'draft' && whys.get(record)?.why === RETURNED;
  const all = [...given, ...waits, ...touched, ...soon];
  const tell = await teller(installation, all);
  const looked = await lookedBefore(content, person.id);
  const brokenOnes = touched
    .filter(({ faults, differs }) => faults > 0 && differs === 0)
    .map((each) => ({ ...each, at: each.brokeAt ?? each.at }))
    .sort((a, b) => b.at - a.at);
  const isNew = ({ at }: RecordToSee) => at > looked;
  const drafts = touched.filter((each) => each.differs === 1 && each.stage === 'draft' && !isBack(each));
  return {
    given: given.map(tell),
    waits: waits.map(tell),
    waiting: inAll,
    back: touched
      .filter(isBack)
      .map((each) => tell({ ...each, by: whys.get(each.record)?.by ?? null }))
      .slice(0, MOST),
    mine: drafts.map(tell).slice(0, MOST),
    open: touched
      .filter((each) => !drafts.includes(each) && !isBack(each))
      .map(tell)
      .slice(0, MOST),
    soon: soon.map(tell),
    broken: brokenOnes.filter(isNew).map(tell).slice(0, MOST),
    faulty: brokenOnes
      .filter((each) => !isNew(each))
      .map(tell)
      .slice(0, MOST),
  };
}

/** Looks that follow one another within this time (ms) are one. */
const ONE_LOOK = 30 * 60_000;

/** Notes that somebody looked at what they are to see to: what breaks from now on is new to them the next time. */
export const looked = async ({ content, now }: Installation, { id }: Person): Promise<void> => {
  await content.write((tx) => noteLook(tx, id, now(), ONE_LOOK));
};
