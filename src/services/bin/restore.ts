import type { Restored } from '../../contract/bin';
import { FOREVER } from '../../core/content/states';
import { isId, type Id } from '../../core/ids';
import { may, whoMay, type Act as Deed } from '../../core/roles';
import { binnedTogether } from '../../store/bin';
import { pageAt, placeOf } from '../../store/pages';
import { recordById, recordsByIds, recordsByUuids, type KeptRecord } from '../../store/records';
import type { RecordSort } from '../../store/tables/records';
import { undoAct } from '../acts';
import { addressAt, parentPlace, verdictFor } from '../pages/places';
import { readdress } from '../pages/placing';
import { typeOfPage } from '../pages/answer';
import type { Person } from '../people/person';
import { inAct, type Act } from '../records/act';
import { goLive } from '../records/versions';
import { changeRecord, putInBin } from '../records/working';
import type { Installation } from '../runtime/installation';
import { forbidden, notFound, ruleViolation } from '../runtime/refusal';
import { siteOf } from '../runtime/sites';
import { binDays } from './days';
import { categoriesInBin } from './list';

/** What one must be allowed to bring back records of each sort. */
const deeds: Record<RecordSort, Deed> = {
  entry: 'write entries',
  medium: 'write entries',
  page: 'arrange pages',
  shared: 'arrange pages',
  listing: 'keep listings',
};

const words: Record<RecordSort, string> = {
  entry: 'an entry',
  medium: 'a medium',
  page: 'a page',
  shared: 'a shared block',
  listing: 'a listing',
};

const WHY = 'taken out of the bin';

/** Refuses a place to which a page cannot come back, and says what stands in the way. */
async function expectPlaceFree(act: Act, record: KeptRecord): Promise<void> {
  const { tx, inside } = act;
  const place = await placeOf(tx, record.id);
  if (!place) throw notFound('page');
  if (place.category !== null) {
    if (inside.categories.get(place.category)) return;
    throw ruleViolation('The category whose words these are was taken away. Restore the category first.');
  }
  const above = place.parent === null ? undefined : await recordById(tx, place.parent);
  if (above && above.binnedAt !== null)
    throw ruleViolation(`It stood below “${above.title}”, which is in the bin. Restore that first.`);
  const parent = await parentPlace(tx, place.parent);
  const at = { site: siteOf(inside, place.site), parent };
  const address = addressAt(at, place.slug);
  const taken = await pageAt(tx, place.site, address);
  if (taken && taken.record !== record.id)
    throw ruleViolation(
      `“${taken.title}” stands at ${address} now. Give that another address first, or move it.`,
    );
  const { allowed, reasons } = await verdictFor(tx, inside, typeOfPage(inside, record.type), at, record.id);
  if (!allowed) throw ruleViolation(reasons.join(' '));
}

/** Brings a page back to its place and address, with the pages below it that went with it. */
async function restorePage(act: Act, record: KeptRecord): Promise<number> {
  await expectPlaceFree(act, record);
  const group = await recordsByIds(act.tx, await binnedTogether(act.tx, record.id, record.binnedAt ?? 0));
  for (const each of group) {
    await putInBin(act, each.id, false);
    await changeRecord(act, each, { why: WHY });
  }
  const place = await placeOf(act.tx, record.id);
  if (place && place.category === null) {
    const parent = await parentPlace(act.tx, place.parent);
    const at = { site: siteOf(act.inside, place.site), parent };
    await readdress(act, record.id, at, place.position, place.slug);
  }
  return group.length;
}

async function restoreRecord(act: Act, record: KeptRecord): Promise<number> {
  if (record.sort === 'page') return restorePage(act, record);
  await putInBin(act, record.id, false);
  await changeRecord(act, record, { why: WHY });
  // Of media visitors see what is there.
  if (record.sort === 'medium') {
    const kept = await recordById(act.tx, record.id);
    if (kept) await goLive(act, kept, { starts: act.now, ends: FOREVER });
  }
  return 1;
}

/** A category comes back as the taking away of it is taken back: with what it held, as far as others left it. */
async function restoreCategory(installation: Installation, person: Person, id: Id): Promise<Restored> {
  const gone = (await categoriesInBin(installation, await binDays(installation))).find(
    (each) => each.id === id,
  );
  if (!gone) throw notFound('thing in the bin');
  const { left } = await undoAct(installation, person, gone.act);
  return {
    restored: 1,
    left: left.map(({ label, why }) => (label ? `${label}: ${why}` : why)),
  };
}

/**
 * Brings something back from the bin to where it stood, as a draft: a page to its place and address, with
 * those below it that went with it. What names it names it again. Refused where something stands in the way,
 * which is then said.
 */
export async function restoreFromBin(installation: Installation, person: Person, id: Id): Promise<Restored> {
  const [found] = isId(id) ? await recordsByUuids(installation.content, [id]) : [];
  if (!found) return restoreCategory(installation, person, id);
  const deed = deeds[found.sort];
  if (!may(person.role, deed))
    throw forbidden(`Only ${whoMay(deed).join(' or ')} may bring back ${words[found.sort]}.`);
  const restored = await inAct(installation, person, async (act) => {
    const record = await recordById(act.tx, found.id);
    if (!record || record.binnedAt === null) throw notFound('thing in the bin');
    const count = await restoreRecord(act, record);
    await act.keep(
      count > 1 ? `restored ${count} pages from the bin` : `restored ${words[record.sort]} from the bin`,
    );
    return count;
  });
  // What names it may be anywhere; it is rare enough to draw every page anew.
  installation.rendered.renewAll();
  return { restored, left: [] };
}
