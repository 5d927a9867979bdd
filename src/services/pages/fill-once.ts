import type { BlocksPut, FillOnce } from '../../contract/pages';
import { copyOfBlock } from '../../core/content/block-edits';
import { hasRoom } from '../../core/content/block-rules';
import { parseSlots } from '../../core/content/parse-slots';
import type { Block } from '../../core/content/blocks';
import { slotsFor } from '../../core/content/shared-blocks';
import type { Id } from '../../core/ids';
import type { JsonObject } from '../../core/json';
import type { CompiledModel, CompiledType } from '../../core/model/compile';
import type { PageType, Slot } from '../../core/model/document';
import { sharedSlot } from '../../core/model/shared-type';
import { sharedAmong } from '../../store/known';
import { recordsByUuids, type KeptRecord } from '../../store/records';
import type { Person } from '../people/person';
import { inAct, type Act } from '../records/act';
import { pageBody, type PageBody } from '../records/bodies';
import { expectThere } from '../records/references';
import { expectMayChange } from '../records/review';
import { changeRecords, type WorkingPatch } from '../records/working';
import type { Installation } from '../runtime/installation';
import { invalidInput } from '../runtime/refusal';
import { pageReferences } from './references';

/** The types that a slot has to allow for blocks: their own, or of shared ones those that they hold. */
async function typesOf({ inside, tx }: Act, blocks: readonly JsonObject[]): Promise<{ type: Id }[]> {
  const ids = blocks.flatMap(({ shared }) => (typeof shared === 'string' ? [shared] : []));
  const shared = new Map(
    (ids.length === 0 ? [] : await sharedAmong(tx, ids, inside.now())).map(({ uuid, body }) => [
      uuid,
      pageBody(body).slots?.[sharedSlot.id] ?? [],
    ]),
  );
  return blocks.flatMap(
    ({ type, shared: id }) =>
      shared.get(String(id)) ?? [{ type: inside.model.blockTypeByKey(String(type))?.id ?? '' }],
  );
}

/** The slot of a page that takes blocks: the one of the same name as where they come from, else the first with room. */
function slotOn(
  model: CompiledModel,
  type: CompiledType<PageType>,
  body: PageBody,
  { blocks, slot }: Pick<FillOnce, 'blocks' | 'slot'>,
  types: readonly { type: Id }[],
): Slot | string {
  const taking = slotsFor(model, type.definition, types);
  if (taking.length === 0) return `No slot of ${type.definition.label} takes what is copied.`;
  const sorted = [...taking].sort((a, b) => Number(b.key === slot) - Number(a.key === slot));
  const found = sorted.find((each) => hasRoom(each, body.slots ?? {}, blocks.length));
  return (
    found ?? `${taking.map(({ label }) => label).join(', ')} ${taking.length === 1 ? 'is' : 'are'} full.`
  );
}

/** Blocks as they are given, read for a slot; what is no value of its kind is refused. */
function copiesFor(model: CompiledModel, slot: Slot, blocks: readonly JsonObject[]): Block[] {
  const given = { [slot.key]: blocks.map(copyOfBlock) };
  const { slots, faults } = parseSlots(model, [slot], given, {}, '/blocks');
  if (faults.length > 0) throw invalidInput(faults);
  return slots[slot.id] ?? [];
}

/**
 * Puts copies of blocks, with all they say, at the end of a fitting slot of each of some pages, in what is
 * worked on. One act; pages that take none are told, each with why.
 */
export const fillOnce = (installation: Installation, person: Person, given: FillOnce): Promise<BlocksPut> =>
  inAct(installation, person, async (act) => {
    const { model } = act.inside;
    const found = new Map((await recordsByUuids(act.tx, given.pages)).map((page) => [page.uuid, page]));
    const types = await typesOf(act, given.blocks);
    const changes: { record: KeptRecord; patch: WorkingPatch }[] = [];
    const left: BlocksPut['left'] = [];
    for (const uuid of new Set(given.pages)) {
      const page = found.get(uuid);
      const type = model.pageType(page?.type ?? '');
      if (!page || !type || page.sort !== 'page' || page.binnedAt !== null) {
        left.push({ id: uuid, title: page?.title ?? '', why: 'This page is gone.' });
        continue;
      }
      const body = pageBody(page.body);
      const slot = slotOn(model, type, body, given, types);
      if (typeof slot === 'string') {
        left.push({ id: uuid, title: page.title, why: slot });
        continue;
      }
      expectMayChange(person, page, 'arrange pages');
      const { slots = {} } = body;
      const copies = copiesFor(model, slot, given.blocks);
      const next = { ...body, slots: { ...slots, [slot.id]: [...(slots[slot.id] ?? []), ...copies] } };
      await expectThere(
        act.tx,
        act.inside,
        pageReferences(act.inside, type, next),
        pageReferences(act.inside, type, body),
      );
      changes.push({ record: page, patch: { body: JSON.stringify(next), why: 'blocks copied to it' } });
    }
    await changeRecords(act, changes);
    if (changes.length > 0)
      await act.keep(
        changes.length === 1 ? 'copied blocks to a page' : `copied blocks to ${changes.length} pages`,
      );
    return { changed: changes.length, left };
  });
