import type { BlocksPut } from '../../contract/pages';
import type { SharedPlacesAnswer, SharedPlacesQuery, SharedPlacing } from '../../contract/shared-blocks';
import { hasRoom } from '../../core/content/block-rules';
import { blocksIn, type Block, type SlotContents } from '../../core/content/blocks';
import { slotsFor } from '../../core/content/shared-blocks';
import { newId, type Id } from '../../core/ids';
import type { CompiledModel, CompiledType } from '../../core/model/compile';
import type { PageType, Slot } from '../../core/model/document';
import { placedSharedType } from '../../core/model/shared-type';
import { recordsByIds, recordsByUuids, type KeptRecord } from '../../store/records';
import { pagesForShared } from '../../store/shared-blocks';
import type { Person } from '../people/person';
import { inAct } from '../records/act';
import { pageBody, type PageBody } from '../records/bodies';
import { expectMayChange } from '../records/review';
import { changeRecords, type WorkingPatch } from '../records/working';
import type { Installation } from '../runtime/installation';
import { siteOf } from '../runtime/sites';
import { blocksOf, needShared } from './answer';

const ONE_PAGE = 50;

/** The slots of a page's type, with those of the blocks in it, in which a shared block stands, and its places there. */
function standsIn(
  model: CompiledModel,
  { definition }: CompiledType<PageType>,
  { slots = {} }: PageBody,
  shared: Id,
): { slot: Slot | undefined; place: Block }[] {
  return definition.slots.flatMap((slot) =>
    blocksIn({ [slot.id]: slots[slot.id] ?? [] })
      .filter((block) => block.shared === shared)
      .map((place) => ({ slot, place })),
  );
}

const isHeld = ({ slot, place }: { slot: Slot | undefined; place: Block }): boolean =>
  place.preset !== undefined && slot?.preset?.find(({ id }) => id === place.preset)?.held !== undefined;

/** Why a shared block cannot be put on a page, or taken off it; nothing where it can. */
function whyNot(
  model: CompiledModel,
  type: CompiledType<PageType> | undefined,
  body: PageBody,
  shared: { id: Id; blocks: readonly Block[] },
  stands: boolean,
): string | undefined {
  if (!type) return 'Its type is gone.';
  const places = standsIn(model, type, body, shared.id);
  if (!stands) return places.some(isHeld) ? 'The type of the page holds it there.' : undefined;
  if (places.length > 0) return undefined;
  const taking = slotsFor(model, type.definition, shared.blocks);
  if (taking.length === 0) return `No slot of ${type.definition.label} takes it.`;
  return taking.some((slot) => hasRoom(slot, body.slots ?? {}))
    ? undefined
    : `${taking.map(({ label }) => label).join(', ')} ${taking.length === 1 ? 'is' : 'are'} full.`;
}

/** The pages on which a shared block stands, and those that may hold it. */
export async function sharedPlaces(
  installation: Installation,
  id: Id,
  { q = '', from = 0, limit = ONE_PAGE }: SharedPlacesQuery,
): Promise<SharedPlacesAnswer> {
  const { content, model, keyMap } = installation;
  const { record } = await needShared(content, id);
  const shared = { id, blocks: blocksOf(record.body) };
  const types = model.pageTypes
    .filter(({ definition }) => slotsFor(model, definition, shared.blocks).length > 0)
    .flatMap((type) => keyMap.find(type.id) ?? []);
  const { total, rows } = await pagesForShared(content, id, { types, words: q.trim(), from, most: limit });
  const bodies = new Map(
    (
      await recordsByIds(
        content,
        rows.map((row) => row.record),
      )
    ).map((page) => [page.id, pageBody(page.body)]),
  );
  return {
    total,
    items: rows.map((row) => {
      const type = model.pageType(row.type);
      const body = bodies.get(row.record) ?? { values: {} };
      const places = type ? standsIn(model, type, body, id) : [];
      const taking = type ? slotsFor(model, type.definition, shared.blocks) : [];
      const slot =
        places.length > 0
          ? places.map((each) => each.slot?.label ?? '').join(', ')
          : (taking.find((each) => hasRoom(each, body.slots ?? {}))?.label ?? '');
      const why = whyNot(model, type, body, shared, places.length === 0);
      return {
        id: row.uuid,
        title: row.title,
        address: row.address,
        type: type?.definition.label ?? '',
        site: siteOf(installation, row.site).uuid,
        stands: places.length > 0,
        seen: row.seen === 1,
        slot,
        differs: places.some(({ place }) => place.differs !== undefined),
        ...(why === undefined ? {} : { why }),
      };
    }),
  };
}

const without = (contents: SlotContents, shared: Id): SlotContents =>
  Object.fromEntries(
    Object.entries(contents).map(([slot, blocks]) => [
      slot,
      blocks
        .filter((block) => block.shared !== shared)
        .map((block) => (block.slots ? { ...block, slots: without(block.slots, shared) } : block)),
    ]),
  );

function placed(
  model: CompiledModel,
  type: CompiledType<PageType>,
  body: PageBody,
  { id, blocks }: { id: Id; blocks: readonly Block[] },
  stands: boolean,
): PageBody {
  const { slots = {} } = body;
  if (!stands) return { ...body, slots: without(slots, id) };
  const slot = slotsFor(model, type.definition, blocks).find((each) => hasRoom(each, body.slots ?? {}));
  if (!slot || standsIn(model, type, body, id).length > 0) return body;
  const place: Block = { id: newId(), type: placedSharedType.id, shared: id, values: {} };
  return { ...body, slots: { ...slots, [slot.id]: [...(slots[slot.id] ?? []), place] } };
}

/**
 * Puts a shared block at the end of the first slot with room of each of some pages, or takes it off them, in
 * what is worked on: visitors see it once those are published. One act; pages where it cannot be done are
 * told, each with why.
 */
export const placeSharedBlock = (
  installation: Installation,
  person: Person,
  id: Id,
  { pages, stands }: SharedPlacing,
): Promise<BlocksPut> =>
  inAct(installation, person, async (act) => {
    const { model } = act.inside;
    const { record } = await needShared(act.tx, id);
    const shared = { id, blocks: blocksOf(record.body) };
    const found = new Map((await recordsByUuids(act.tx, pages)).map((page) => [page.uuid, page]));
    const changes: { record: KeptRecord; patch: WorkingPatch }[] = [];
    const left: BlocksPut['left'] = [];
    for (const uuid of new Set(pages)) {
      const page = found.get(uuid);
      const type = model.pageType(page?.type ?? '');
      if (!page || page.sort !== 'page' || page.binnedAt !== null) {
        left.push({ id: uuid, title: page?.title ?? '', why: 'This page is gone.' });
        continue;
      }
      const body = pageBody(page.body);
      const why = whyNot(model, type, body, shared, stands);
      if (why !== undefined || !type) {
        left.push({ id: uuid, title: page.title, why: why ?? '' });
        continue;
      }
      expectMayChange(person, page, 'arrange pages');
      const next = JSON.stringify(placed(model, type, body, shared, stands));
      if (next !== page.body)
        changes.push({
          record: page,
          patch: { body: next, why: stands ? 'a shared block put on it' : 'a shared block taken off' },
        });
    }
    await changeRecords(act, changes);
    const many = changes.length === 1 ? 'a page' : `${changes.length} pages`;
    if (changes.length > 0)
      await act.keep(stands ? `put a shared block on ${many}` : `took a shared block off ${many}`);
    return { changed: changes.length, left };
  });
