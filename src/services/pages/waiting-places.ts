import type { PagePatch, PlaceFrom } from '../../contract/pages';
import type { CompiledType } from '../../core/model/compile';
import type { PageType } from '../../core/model/document';
import { liveOf, recordById, type KeptRecord } from '../../store/records';
import { placeOf } from '../../store/pages';
import {
  dropWaitingPlaces,
  firstWaitingPlace,
  putWaitingPlaces,
  waitingPlaceOf,
  waitingRowsOf,
  type WaitingPlaceRow,
} from '../../store/waiting-places';
import type { Person } from '../people/person';
import { reachOfBranch, reachOfPage } from '../reach/page';
import { inAct, type Act } from '../records/act';
import { expectPublisher } from '../records/review';
import { changeRecord } from '../records/working';
import type { Installation } from '../runtime/installation';
import { invalidInput, Refusal } from '../runtime/refusal';
import { typeOfPage, type PageWithPlace } from './answer';
import { expectPlaceFor } from './moving';
import { parentPlace, type Place } from './places';
import { readdress } from './placing';

type Found = PageWithPlace & { type: CompiledType<PageType> };

/** When a place begins that goes out with the next publication, which has no moment yet. */
export const WITH_PUBLICATION = 0;

/**
 * Gives a page its place: at once, or from when it is next published. The record itself is changed by who asks for it.
 * Answers what was done, as the act is told.
 */
export async function placePage(
  act: Act,
  person: Person,
  { record, place, type }: Found,
  { at, position, slug }: { at: Place; position: string; slug: string },
  placeFrom: PlaceFrom,
): Promise<string> {
  await act.touch([record.id]);
  const isMoved = (at.parent?.record ?? null) !== place.parent || position !== place.position;
  const did = isMoved ? 'moved a page' : 'gave a page another address';
  if (placeFrom === 'publication') {
    const parent = at.parent?.record ?? null;
    await putWaitingPlaces(act.tx, [{ record: record.id, starts: WITH_PUBLICATION, parent, position, slug }]);
    return `${did}, from when it is published`;
  }
  const { review, plural } = type.definition;
  if ((await liveOf(act.tx, record.id)).some(({ ends }) => ends > act.now))
    expectPublisher(
      person,
      review,
      `Visitors see this. Someone who reviews must move ${plural}; let it move when it is published.`,
    );
  await dropWaitingPlaces(act.tx, { record: record.id, starts: WITH_PUBLICATION });
  await readdress(act, record.id, at, position, slug);
  return did;
}

/** Gives a page another last piece of its address, where it stands or where it is to stand. */
export async function renamePage(
  act: Act,
  installation: Installation,
  person: Person,
  found: Found,
  { slug: given = '', placeFrom = 'now' }: PagePatch,
): Promise<void> {
  const { record, place } = found;
  if (place.category !== null)
    throw invalidInput([
      {
        path: '/slug',
        code: 'category',
        message: 'The address is that of the category. Change it there, in Shape.',
      },
    ]);
  const waiting =
    placeFrom === 'publication' ? await waitingPlaceOf(act.tx, record.id, WITH_PUBLICATION) : undefined;
  const { parent, position, slug: now } = waiting ?? place;
  if (given === now) return;
  const { at, slug } = await expectPlaceFor(
    act,
    installation,
    found,
    await parentPlace(act.tx, parent),
    given,
  );
  await placePage(act, person, found, { at, position, slug }, placeFrom);
}

/** Lets a page take a place that waited. Refused where it may not stand there by now. */
async function takePlace(
  act: Act,
  installation: Installation,
  found: Found,
  { record, starts, parent, position, slug }: WaitingPlaceRow,
): Promise<void> {
  await act.touch([record]);
  const wanted = await expectPlaceFor(act, installation, found, await parentPlace(act.tx, parent), slug);
  await dropWaitingPlaces(act.tx, { record, starts });
  await readdress(act, record, wanted.at, position, wanted.slug);
}

/** Lets the place that waits for a page's publication go out with the version that visitors see from a moment (ms) on. */
export async function letPlaceGoOut(
  act: Act,
  installation: Installation,
  found: Found,
  starts: number,
): Promise<void> {
  const record = found.record.id;
  const waiting = await waitingPlaceOf(act.tx, record, WITH_PUBLICATION);
  if (!waiting) return;
  if (starts <= act.now) return takePlace(act, installation, found, waiting);
  await act.touch([record]);
  await dropWaitingPlaces(act.tx, { record, starts: WITH_PUBLICATION });
  await putWaitingPlaces(act.tx, [{ ...waiting, starts }]);
}

/** Lets a place wait again that was to go out with a version that is taken down (with none named, with any). */
export async function holdPlaceBack(act: Act, record: number, from?: number): Promise<void> {
  const all = await waitingRowsOf(act.tx, record);
  const planned = all.filter(
    ({ starts }) => starts !== WITH_PUBLICATION && (from === undefined || starts === from),
  );
  const last = planned.at(-1);
  if (!last) return;
  await act.touch([record]);
  for (const { starts } of planned) await dropWaitingPlaces(act.tx, { record, starts });
  if (all.every(({ starts }) => starts !== WITH_PUBLICATION))
    await putWaitingPlaces(act.tx, [{ ...last, starts: WITH_PUBLICATION }]);
}

/** Lets a page stay where it stands: what waited for its publication, or was to begin at a moment (ms), is given up. */
export async function stayThere(act: Act, record: KeptRecord, starts: number): Promise<string> {
  await act.touch([record.id]);
  if ((await dropWaitingPlaces(act.tx, { record: record.id, starts })) === 0)
    throw invalidInput([{ path: '/from', code: 'not-there', message: 'No other place waits for it.' }]);
  await changeRecord(act, record, { why: 'stays where it stands' });
  return 'let a page stay where it stands';
}

/** Has pages take the places that wait for a moment, when it comes. */
export const putPlaceTaking = (installation: Installation, dueAt: number): Promise<unknown> =>
  installation.queue.put({
    kind: 'takePlace',
    input: {},
    what: 'Move pages to the places planned for them',
    person: null,
    dueAt,
    once: `places ${dueAt}`,
  });

/** Has the next place that waits for a moment taken when that comes, if one waits. */
export async function putNextPlaceTaking(installation: Installation): Promise<void> {
  const next = await firstWaitingPlace(installation.content);
  if (next) await putPlaceTaking(installation, next.starts);
}

/**
 * Lets the page whose place has come first take it. Where it may not stand there by now, it stays, and the act says why.
 * Answers whether there was one.
 */
export async function takeDuePlace(installation: Installation): Promise<boolean> {
  const reached = await inAct(installation, null, async (act) => {
    const { tx } = act;
    const due = await firstWaitingPlace(tx);
    if (!due || due.starts > act.now) return undefined;
    const [record, place] = [await recordById(tx, due.record), await placeOf(tx, due.record)];
    await act.touch([due.record]);
    if (!record || record.binnedAt !== null || !place) {
      await dropWaitingPlaces(tx, { record: due.record, starts: due.starts });
      await act.keep('let a page stay in the bin');
      return [];
    }
    const before = await reachOfPage(tx, installation, record.id);
    try {
      const type = typeOfPage(installation, record.type);
      await takePlace(act, installation, { record, place, type }, due);
      await changeRecord(act, record, { why: 'moved, as planned' });
      await act.keep('moved a page, as planned');
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      await dropWaitingPlaces(tx, { record: record.id, starts: due.starts });
      await changeRecord(act, record, { why: 'could not move, as was planned' });
      await act.keep('could not move a page, as was planned', { why: error.message });
    }
    return [
      ...before,
      ...(await reachOfPage(tx, installation, record.id)),
      ...(await reachOfBranch(tx, installation, record.id)),
    ];
  });
  if (reached) installation.rendered.renew(reached.map(({ uuid }) => uuid));
  return reached !== undefined;
}
