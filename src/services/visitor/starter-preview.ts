import type { PagePreview } from '../../contract/pages';
import { livePageAt } from '../../store/live-pages';
import { starterByUuid } from '../../store/starters';
import { blocksIn } from '../../core/content/blocks';
import { isId } from '../../core/ids';
import { sampleValues } from '../../core/model/fresh/sample-values';
import { copyOf, heldBy } from '../pages/starter-content';
import type { Installation } from '../runtime/installation';
import { notFound } from '../runtime/refusal';
import { gather } from './gather';
import { barePage } from './shared-preview';

/**
 * A starter as what began with it would be drawn, alone, as if it stood at the top of the site; what is left
 * to the editor says what its field is.
 */
export async function starterPreview(installation: Installation, id: string): Promise<PagePreview> {
  const { content, site, now } = installation;
  const row = isId(id) ? await starterByUuid(content, id) : undefined;
  const held = row && heldBy(installation.model, row);
  if (!held) throw notFound('starter');
  const top = await livePageAt(content, site.id, now(), '/');
  const on = { ...(top ?? barePage(installation, held.type.id)), type: held.type.id };
  const { model } = installation;
  const body = await copyOf(content, installation, held);
  body.values = { ...sampleValues(held.type.fields), ...body.values };
  for (const block of blocksIn(body.slots ?? {}))
    block.values = { ...sampleValues(model.blockType(block.type)?.fields ?? []), ...block.values };
  const { page } = await gather(installation, { page: on }, body, held.type);
  const { listing: _listing, related: _related, neighbours: _neighbours, beside: _beside, ...alone } = page;
  const isPage = held.type.id !== installation.model.shared.id;
  return {
    page: { ...alone, title: row.name, ...(isPage ? {} : { face: {} }), below: [], above: [] },
    revision: row.revision,
    inherited: {},
  };
}
