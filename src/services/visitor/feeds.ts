import { writeFeed } from '../../core/formats/feeds';
import { feedsOf, type FeedKind } from '../../core/site/address';
import { publishedAmong } from '../../store/records';
import type { Installation } from '../runtime/installation';
import { visit } from './visit';

/**
 * The list of a page as a feed, its addresses beginning at `origin`; nothing where no page with a list stands
 * at the address. Where the page has moved, where its feed is.
 */
export async function feedOf(
  installation: Installation,
  address: string,
  kind: FeedKind,
  origin: string,
): Promise<string | { movedTo: string } | undefined> {
  const found = await visit(installation, address);
  if (found.found === 'elsewhere' && found.moved) return { movedTo: feedsOf(found.address)[kind] };
  if (found.found !== 'page' || !found.page.listing || !found.page.feeds) return undefined;
  const {
    page: { title, face, locale, feeds, address: here },
    page: { listing },
  } = found;
  const published = await publishedAmong(
    installation.content,
    listing.items.map(({ id }) => id),
    installation.now(),
  );
  const whole = (path: string): string => new URL(path, origin).href;
  return writeFeed(kind, {
    title: `${title} – ${found.page.site.label}`,
    description: face.summary?.[0]?.words ?? '',
    language: locale,
    address: whole(here),
    feeds: { atom: whole(feeds.atom), json: whole(feeds.json) },
    items: listing.items.map(({ id, face: item }) => {
      const [heading, summary, picture] = [item.heading?.[0], item.summary?.[0], item.picture?.[0]?.media];
      return {
        id,
        title: heading?.words ?? '',
        address: whole(heading?.href ?? here),
        published: published.get(id) ?? 0,
        ...(summary ? { summary: summary.words } : {}),
        ...(picture ? { picture: whole(picture.address) } : {}),
      };
    }),
  });
}
