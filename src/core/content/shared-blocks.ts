import { boundedTo } from '../site/audience';
import type { Id } from '../ids';
import type { CompiledModel } from '../model/compile';
import { isPlacedShared, sharedSlot } from '../model/shared-type';
import type { Slot } from '../model/document';
import { notAllowedIn } from './block-rules';
import type { Block, Difference, SlotContents } from './blocks';
import type { Values } from './values';

/** What a shared block holds, where it is seen; nothing where nobody sees it. */
export type BlocksOfShared = (shared: Id) => readonly Block[] | undefined;

/** A block of a shared block with what a place says differently, as far as its type opens that to places. */
function withDifference(model: CompiledModel, block: Block, difference: Difference | undefined): Block {
  const open = new Set(
    (model.blockType(block.type)?.fields ?? []).flatMap(({ id, openWhereShared }) =>
      openWhereShared ? [id] : [],
    ),
  );
  if (!difference || difference.type !== block.type || open.size === 0) return block;
  const over = (values: Values, own: Values): Values => ({
    ...values,
    ...Object.fromEntries(Object.entries(own).filter(([id]) => open.has(id))),
  });
  const without = (difference.without ?? []).filter((id) => open.has(id));
  const left = (all: Values): Values =>
    Object.fromEntries(Object.entries(all).filter(([id]) => !without.includes(id)));
  // What the place says in one language stands before the translations of what the shared block says.
  const { translations = {}, values } = block;
  const own = difference.translations ?? {};
  const said = [...Object.keys(difference.values), ...without];
  const locales = [...new Set([...Object.keys(translations), ...Object.keys(own)])];
  const translated = locales.map((locale): [string, Values] => {
    const kept = Object.entries(translations[locale] ?? {}).filter(
      ([id]) => !(open.has(id) && said.includes(id)),
    );
    return [locale, over(Object.fromEntries(kept), own[locale] ?? {})];
  });
  return {
    ...block,
    values: over(left(values), difference.values),
    ...(translated.length > 0 ? { translations: Object.fromEntries(translated) } : {}),
  };
}

/** A block of a shared block as it stands in one place: with what is said differently there, under ids of its own. */
function inPlace(model: CompiledModel, place: Block, block: Block): Block {
  const { slots, ...rest } = withDifference(model, block, place.differs?.[block.id]);
  return {
    ...rest,
    id: `${place.id}-${block.id}`,
    ...(slots
      ? {
          slots: Object.fromEntries(
            Object.entries(slots).map(([slot, inside]) => [
              slot,
              inside.map((each) => inPlace(model, place, each)),
            ]),
          ),
        }
      : {}),
  };
}

/**
 * What stands in slots, with the blocks of shared blocks where those stand: in their place, the first under
 * the id of the place; or, `wrapped`, in a slot (`sharedSlot`) of what stands there. One that visitors do
 * not see leaves nothing.
 */
export function withShared(
  model: CompiledModel,
  contents: SlotContents,
  blocksOf: BlocksOfShared,
  wrapped = false,
): SlotContents {
  const put = (block: Block): Block[] => {
    if (!isPlacedShared(block.type))
      return [block.slots ? { ...block, slots: withShared(model, block.slots, blocksOf, wrapped) } : block];
    const blocks = (blocksOf(block.shared ?? '') ?? [])
      .filter(({ hidden }) => !hidden)
      .map((each) => inPlace(model, block, each));
    if (wrapped) return [{ ...block, slots: { [sharedSlot.id]: blocks } }];
    const { from, until } = block;
    if (block.hidden) return [];
    return blocks.flatMap((each, i): Block[] => {
      const placed = { ...each, ...(i === 0 ? { id: block.id } : {}), ...boundedBy(each, { from, until }) };
      if (!block.seenBy) return [placed];
      const seenBy = each.seenBy ? boundedTo(each.seenBy, block.seenBy) : block.seenBy;
      return seenBy ? [{ ...placed, seenBy }] : [];
    });
  };
  return Object.fromEntries(Object.entries(contents).map(([slot, blocks]) => [slot, blocks.flatMap(put)]));
}

/** The later of two beginnings and the sooner of two ends. */
function boundedBy(
  block: Pick<Block, 'from' | 'until'>,
  place: { from: string | undefined; until: string | undefined },
): Pick<Block, 'from' | 'until'> {
  const from = [block.from, place.from]
    .filter((each) => each !== undefined)
    .sort()
    .at(-1);
  const until = [block.until, place.until].filter((each) => each !== undefined).sort()[0];
  return { ...(from ? { from } : {}), ...(until ? { until } : {}) };
}

/** The slots of a page type in which all of some blocks may stand. */
export const slotsFor = (
  model: CompiledModel,
  { slots }: { slots: readonly Slot[] },
  blocks: readonly Pick<Block, 'type'>[],
): Slot[] => slots.filter((slot) => notAllowedIn(model, slot, blocks) === undefined);

/** Whether someone who reviews must publish some blocks as a shared one: a page type that may hold them asks for it. */
export const asksReviewIn = (model: CompiledModel, blocks: readonly Pick<Block, 'type'>[]): boolean =>
  model.document.pageTypes.some((type) => type.review && slotsFor(model, type, blocks).length > 0);
