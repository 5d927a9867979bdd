import type { Block, SlotContents } from '../../core/content/blocks';
import type { Id } from '../../core/ids';
import { mapToFace } from '../../core/mapping/map';
import { type Drawing } from '../../core/mapping/face';
import type { ListingRule } from '../../core/mapping/rule/listing-rule';
import type { CompiledType } from '../../core/model/compile';
import type { PageType } from '../../core/model/document';
import type { DrawnBlock, DrawnSlots } from '../../core/site/visitor-page';
import type { LivePage } from '../../store/pages';
import { pageBody, type PageBody } from '../records/bodies';
import type { Installation } from '../runtime/installation';
import { drawListing, type RenderContext } from './listings';

/** What stands in a page's slots, and of those that another page fills, by their ids: which. */
export interface StandingContents {
  contents: SlotContents;
  inherited: Map<Id, LivePage>;
}

/**
 * What stands in a page's slots: its own blocks, or for a slot that is handed down and empty, what the
 * nearest page above put there.
 */
export function standingIn(
  installation: Pick<Installation, 'model'>,
  type: CompiledType<PageType>,
  body: PageBody,
  above: readonly LivePage[],
): StandingContents {
  const contents: SlotContents = {};
  const inherited = new Map<Id, LivePage>();
  for (const slot of type.definition.slots) {
    const own = body.slots?.[slot.id] ?? [];
    contents[slot.id] = own;
    if (own.length > 0 || !slot.handedDown) continue;
    for (const page of [...above].reverse()) {
      const upper = installation.model
        .pageType(page.type)
        ?.definition.slots.find(({ key, handedDown }) => key === slot.key && handedDown);
      const handed = upper && pageBody(page.body).slots?.[upper.id];
      if (!handed || handed.length === 0) continue;
      contents[slot.id] = handed;
      inherited.set(slot.id, page);
      break;
    }
  }
  return { contents, inherited };
}

/** Draws blocks of a page. Listings are asked once each, however many blocks show them. */
export class BlockDrawer {
  private readonly rules: Map<string, ListingRule>;

  constructor(
    private readonly installation: Installation,
    private readonly drawing: Drawing,
    private readonly spotOf: (listing: Id) => RenderContext,
    rules: readonly (readonly [string, ListingRule])[],
    /** Whether blocks that visitors do not see are drawn as well. */
    private readonly arranging: boolean,
  ) {
    this.rules = new Map(rules);
  }

  /** One block after the other, as they stand: a listing may leave out what those above it show. */
  async slots(contents: SlotContents): Promise<DrawnSlots> {
    const drawn: DrawnSlots = {};
    for (const [slot, blocks] of Object.entries(contents)) {
      const shown: DrawnBlock[] = [];
      for (const block of blocks) {
        const each = await this.block(block);
        if (each) shown.push(each);
      }
      drawn[slot] = shown;
    }
    return drawn;
  }

  private async block(block: Block): Promise<DrawnBlock | undefined> {
    const type = this.installation.model.blockType(block.type);
    if (!type || (block.hidden && !this.arranging)) return undefined;
    const { face, behaves, key } = type.definition;
    const rule = block.listing ? this.rules.get(block.listing) : undefined;
    const variant = this.installation.model.document.houseStyle.variants.find(
      (each) => each.key === block.variant,
    );
    return {
      id: block.id,
      type: key,
      face: mapToFace(face.mapping, type, block, this.drawing),
      slots: await this.slots(block.slots ?? {}),
      ...(behaves ? { behaves } : {}),
      ...(face.rows ? { rows: face.rows } : {}),
      ...(variant ? { variant } : {}),
      ...(rule && block.listing
        ? { listing: await drawListing(this.installation, rule, this.spotOf(block.listing)) }
        : {}),
    };
  }
}
