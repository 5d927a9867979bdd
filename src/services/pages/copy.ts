import type { PageAnswer, PageCopy } from '../../contract/pages';
import { blocksIn } from '../../core/content/blocks';
import { newId, type Id } from '../../core/ids';
import { copyAudience } from '../../store/audiences';
import { branchOf, type PlacedPage } from '../../store/pages';
import { recordsByIds, type KeptRecord } from '../../store/records';
import type { Person } from '../people/person';
import { inAct, type Act } from '../records/act';
import { pageBody } from '../records/bodies';
import { addRecords } from '../records/working';
import type { Installation } from '../runtime/installation';
import { ruleViolation } from '../runtime/refusal';
import { siteOf } from '../runtime/sites';
import { answerPage, needPage, typeOfPage } from './answer';
import { expectPlace } from './moving';
import { addressAt, parentGiven, parentPlace, positionAfter, slugFor, type Place } from './places';
import { placePages } from './placing';

/** How many pages are copied at once. */
const MOST_COPIED = 200;

const ID = /[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}/g;

/** For each of some pages, and each block on them, the id of its copy. */
const idsOfCopies = (records: readonly KeptRecord[]): ReadonlyMap<Id, Id> =>
  new Map(
    records.flatMap(({ uuid, body }) => {
      const { slots = {}, tray = [] } = pageBody(body);
      return [uuid, ...blocksIn({ ...slots, tray }).map(({ id }) => id)].map((id): [Id, Id] => [id, newId()]);
    }),
  );

/** Pages of a branch from the top down, so that each comes behind the one above it. */
function fromTheTop(branch: readonly PlacedPage[], top: number): PlacedPage[] {
  const below = (parent: number): PlacedPage[] =>
    branch
      .filter((page) => page.parent === parent)
      .sort((a, b) => (a.position < b.position ? -1 : 1))
      .flatMap((page) => [page, ...below(page.record)]);
  return [...branch.filter(({ record }) => record === top), ...below(top)];
}

/** Puts the copy of one page in its place, where its type may stand. */
async function putCopy(
  act: Act,
  original: KeptRecord,
  uuid: Id,
  body: string,
  at: Place,
  kept: Pick<PlacedPage, 'position' | 'slug'> | undefined,
): Promise<PlacedPage> {
  const { tx, inside } = act;
  const type = typeOfPage(inside, original.type);
  await expectPlace(act, inside, type, at, null);
  const [made] = await addRecords(act, [{ uuid, sort: 'page', type: type.id, body }]);
  const record = made?.id ?? 0;
  await copyAudience(tx, original.id, record);
  const title = String(pageBody(body).values[type.definition.title] ?? '');
  const slug = kept?.slug ?? (await slugFor(tx, inside, type.definition, title, at, null));
  const position = kept?.position ?? (await positionAfter(tx, at, undefined, null));
  const { site, parent } = at;
  const place = { record, site: site.id, parent: parent?.record ?? null, position, slug };
  await placePages(act, [{ ...place, address: addressAt(at, slug) }]);
  return (await needPage(tx, uuid)).place;
}

/**
 * Copies a page as a draft, with `branch` all that stands below it, to where it stands or below another
 * page. Links inside what is copied lead to the copies. Words of categories stay with what they are of.
 */
export const copyPage = (
  installation: Installation,
  person: Person,
  id: Id,
  { parent: to, title, branch = false }: PageCopy,
): Promise<PageAnswer> =>
  inAct(installation, person, async (act) => {
    const { tx, inside } = act;
    const { record, place } = await needPage(tx, id);
    if (place.category !== null)
      throw ruleViolation('These words stand where their category does, and are not copied.');
    const all = branch
      ? (await branchOf(tx, record.id)).filter(({ category }) => category === null)
      : [place];
    if (all.length > MOST_COPIED)
      throw ruleViolation(
        `At most ${MOST_COPIED} pages are copied at once; there are ${all.length}. Copy those below first.`,
      );
    const above = to === undefined ? await parentPlace(tx, place.parent) : await parentGiven(tx, to);
    const records = await recordsByIds(
      tx,
      all.map((each) => each.record),
    );
    const copies = idsOfCopies(records);
    const placed = new Map<number, PlacedPage>();
    for (const each of fromTheTop(all, record.id)) {
      const original = records.find((one) => one.id === each.record);
      const parent = each.record === record.id ? above : placed.get(each.parent ?? 0);
      if (!original || parent === undefined) continue;
      const { definition } = typeOfPage(inside, original.type);
      const said = pageBody(original.body.replace(ID, (found) => copies.get(found) ?? found));
      const isTop = each.record === record.id;
      if (isTop && title !== undefined) said.values = { ...said.values, [definition.title]: title.trim() };
      const at: Place = { site: parent ? siteOf(inside, parent.site) : siteOf(inside, each.site), parent };
      placed.set(
        each.record,
        await putCopy(
          act,
          original,
          copies.get(original.uuid) ?? newId(),
          JSON.stringify(said),
          at,
          isTop ? undefined : each,
        ),
      );
    }
    await act.keep(all.length === 1 ? 'copied a page' : `copied ${all.length} pages`);
    return answerPage(tx, inside, await needPage(tx, copies.get(id) ?? ''), []);
  });
