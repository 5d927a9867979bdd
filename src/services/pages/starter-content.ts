import { blocksIn, type Block, type SlotContents } from '../../core/content/blocks';
import { carryForward } from '../../core/content/carry-forward';
import type { LocalizedValues } from '../../core/content/localized-values';
import { withoutGone } from '../../core/content/starters';
import type { Id } from '../../core/ids';
import type { CompiledModel, CompiledType } from '../../core/model/compile';
import type { Field, PageType } from '../../core/model/document';
import type { Reader } from '../../store/database';
import { recordsByUuids } from '../../store/records';
import type { StarterRow } from '../../store/starters';
import { pageBody, type PageBody } from '../records/bodies';
import { knownOf } from '../records/known';
import type { Installation } from '../runtime/installation';
import { pageReferences } from './references';

/** What a starter holds, as the model in force has it; nothing where the page type it is of is gone. */
export function heldBy(
  model: CompiledModel,
  { type: id, body }: Pick<StarterRow, 'type' | 'body'>,
): { type: CompiledType<PageType>; body: PageBody } | undefined {
  const type = model.pageOrShared(id);
  return type && { type, body: carryForward(model, type.fields, pageBody(body)) };
}

/** Those of some listings that are there, and not in the bin. */
const listingsAmong = async (reader: Reader, ids: readonly Id[]): Promise<ReadonlySet<Id>> =>
  new Set(
    (await recordsByUuids(reader, ids)).flatMap(({ uuid, sort, binnedAt }) =>
      sort === 'listing' && binnedAt === null ? [uuid] : [],
    ),
  );

/** Something said, in every language, without what names things that are gone. */
function stillThere<Said extends LocalizedValues>(
  said: Said,
  fields: readonly Field[],
  isThere: (id: Id) => boolean,
): Said {
  const { translations } = said;
  return {
    ...said,
    values: withoutGone(fields, said.values, isThere),
    ...(translations
      ? {
          translations: Object.fromEntries(
            Object.entries(translations).map(([locale, own]) => [locale, withoutGone(fields, own, isThere)]),
          ),
        }
      : {}),
  };
}

/**
 * What a starter holds, to be copied: without what names things that went since it was kept, so that nobody
 * is refused for what a starter carries along.
 */
export async function copyOf(
  reader: Reader,
  installation: Installation,
  { type, body }: { type: CompiledType<PageType>; body: PageBody },
): Promise<PageBody> {
  const { model } = installation;
  const references = pageReferences(installation, type, body);
  const { entries, pages, media, categories, shared } = await knownOf(reader, installation, references);
  const isThere = (id: Id): boolean =>
    [entries, pages, media, categories, shared].some((each) => each?.has(id) === true);
  const listings = await listingsAmong(reader, [
    ...(body.listing ? [body.listing] : []),
    ...blocksIn(body.slots ?? {}).flatMap(({ listing }) => listing ?? []),
  ]);
  const withListing = <Of extends { listing?: Id }>({ listing, ...of }: Of) => ({
    ...of,
    ...(listing !== undefined && listings.has(listing) ? { listing } : {}),
  });
  const kept = (blocks: readonly Block[]): Block[] =>
    blocks
      .filter((block) => block.shared === undefined || isThere(block.shared))
      .map(({ slots, ...block }) => ({
        ...stillThere(withListing(block), model.blockType(block.type)?.fields ?? [], isThere),
        ...(slots ? { slots: inSlots(slots) } : {}),
      }));
  const inSlots = (slots: SlotContents): SlotContents =>
    Object.fromEntries(Object.entries(slots).map(([slot, blocks]) => [slot, kept(blocks)]));
  return {
    ...stillThere(withListing(body), type.fields, isThere),
    ...(body.slots ? { slots: inSlots(body.slots) } : {}),
  };
}
