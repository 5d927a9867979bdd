import { maySee } from '../../core/site/audience';
import { isSeenAt, type Block, type SlotContents } from '../../core/content/blocks';
import { rowsWith } from '../../core/content/block-rows';
import { questionsIn } from '../../core/content/contact-questions';
import type { Id } from '../../core/ids';
import { mapToFace } from '../../core/mapping/map';
import { type Drawing, type FaceContent } from '../../core/mapping/face';
import type { ListingRule } from '../../core/mapping/rule/listing-rule';
import type { CompiledType } from '../../core/model/compile';
import type { BlockType, PageType } from '../../core/model/document';
import { usualRule } from '../../core/site/navigation';
import { teaserFace } from '../../core/site/teaser';
import type { DrawnBlock, DrawnSlots } from '../../core/site/visitor-page';
import type { LivePage } from '../../store/live-pages';
import { pageBody, type PageBody } from '../records/bodies';
import type { Installation } from '../runtime/installation';
import { drawListing, type RenderContext } from './listings';
import type { Navigator } from './navigation';
import { formToken } from './form-token';
import { elsewhereOn } from './elsewhere';
import { withTeasedPage } from './teased-page';

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
    private readonly navigator: Navigator,
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

  private async face(type: CompiledType<BlockType>, block: Block): Promise<FaceContent> {
    const face = mapToFace(type.definition.face.mapping, type, block, this.drawing);
    if (type.definition.behaves !== 'teaser') return face;
    const whole = await withTeasedPage(this.installation, type, block, face, this.drawing.language);
    return teaserFace(whole, block.teaser);
  }

  private isSeen(block: Block): boolean {
    const { audience } = this.installation;
    return isSeenAt(block, this.installation.now()) && maySee(audience, block.seenBy);
  }

  private async block(block: Block): Promise<DrawnBlock | undefined> {
    const type = this.installation.model.blockType(block.type);
    if (!type || (!this.arranging && !this.isSeen(block))) return undefined;
    const { face, behaves, key } = type.definition;
    const rule = block.listing ? this.rules.get(block.listing) : undefined;
    const variant = this.installation.model.document.houseStyle.variants.find(
      (each) => each.key === block.variant,
    );
    const own = await this.face(type, block);
    const shown = behaves === 'elsewhere' ? elsewhereOn(this.installation, own) : { face: own };
    return {
      id: block.id,
      type: key,
      ...shown,
      slots: await this.slots(block.slots ?? {}),
      ...(behaves ? { behaves } : {}),
      ...(face.rows ? { rows: rowsWith(face.rows, block.widths) } : {}),
      ...(block.spaced ? { spaced: block.spaced } : {}),
      ...(variant ? { variant } : {}),
      ...(behaves === 'contact' ? { token: formToken(this.installation, block.id) } : {}),
      ...(block.questions ? { questions: questionsIn(block.questions, this.drawing.language) } : {}),
      ...(behaves === 'navigation'
        ? { navigation: await this.navigator.byRule(block.navigation ?? usualRule) }
        : {}),
      ...(rule && block.listing
        ? { listing: await drawListing(this.installation, rule, this.spotOf(block.listing)) }
        : {}),
    };
  }
}
