import { languageAsked } from '../runtime/languages';
import type { SeenOwn, SeenPage, SeenQuery } from '../../contract/pages';
import { blocksIn } from '../../core/content/blocks';
import type { Id } from '../../core/ids';
import { splitResults } from '../../core/site/address';
import { liveAbove } from '../../store/live-pages';
import { categoryLabel } from '../categories/pages';
import type { Installation } from '../runtime/installation';
import { withShared } from '../../core/content/shared-blocks';
import { sharedSlot } from '../../core/model/shared-type';
import { sharedAmong } from '../../store/known';
import { pageBody } from '../records/bodies';
import { notFound } from '../runtime/refusal';
import { resolveAddress, type ResolvedAddress } from './resolve-address';
import { visit } from './visit';

/** What a page at an address is of, and where that is written. */
function ownOf({ page, entry, category }: ResolvedAddress): SeenOwn {
  if (entry) return { sort: 'entry', id: entry.id, label: entry.title };
  if (category)
    return {
      sort: 'category',
      id: category.words?.uuid ?? page.uuid,
      label: categoryLabel(category.category),
    };
  return { sort: 'page', id: page.uuid, label: page.title };
}

/** A visitor's page as it stands now, with where each piece of it comes from. */
export async function seenPage(installation: Installation, { address }: SeenQuery): Promise<SeenPage> {
  const [path = '/', query] = address.split('?');
  const found = await visit(installation, path, new URLSearchParams(query));
  const { address: within } = languageAsked(installation, path);
  const standing =
    found.found === 'page'
      ? await resolveAddress(installation, splitResults(within)?.address ?? within)
      : undefined;
  if (found.found !== 'page' || !standing) throw notFound('page at this address');
  const { page, category } = standing;
  const pages = [
    ...(await liveAbove(installation.content, installation.now(), page.record)),
    page,
    ...(category?.words ? [category.words] : []),
  ];
  const { content, model, now } = installation;
  const own = pages.map(({ uuid, body }) => ({ uuid, slots: pageBody(body).slots ?? {} }));
  const placed = own.flatMap(({ slots }) => blocksIn(slots).flatMap(({ shared }) => shared ?? []));
  const shared = new Map(
    (await sharedAmong(content, [...new Set(placed)], now())).map(({ uuid, live }) => [uuid, live]),
  );
  const blocksOf = (id: Id) => {
    const live = shared.get(id);
    return live ? pageBody(live).slots?.[sharedSlot.id] : undefined;
  };
  // What a shared block shows is written where that is kept.
  const blocks: Record<Id, Id> = Object.fromEntries(
    own.flatMap(({ uuid, slots }) =>
      blocksIn(slots).flatMap((block) => [
        [block.id, block.shared ?? uuid],
        ...(block.shared === undefined
          ? []
          : blocksIn(withShared(model, { [block.id]: [block] }, blocksOf)).map(({ id }) => [
              id,
              block.shared,
            ])),
      ]),
    ),
  );
  return { drawn: found.page, own: ownOf(standing), page: page.uuid, blocks };
}
