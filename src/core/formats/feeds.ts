import { Feed } from 'feed';
import type { FeedKind } from '../site/address';

/** A list that can be followed. Addresses are whole ones (https://…), times in ms since 1970. */
export interface FeedContent {
  title: string;
  description: string;
  language: string;
  /** The page that shows the list. */
  address: string;
  /** Where the feed itself is found, by its format. */
  feeds: Record<FeedKind, string>;
  items: FeedItem[];
}

export interface FeedItem {
  /** Permanent: a reader knows by it what it has seen. */
  id: string;
  title: string;
  address: string;
  summary?: string;
  picture?: string;
  published: number;
}

/** The times of a feed that has nothing in it: it was never changed. */
const NEVER = 0;

/** Words as the markup that a feed's text is read as. */
const asMarkup = (words: string): string => words.replace(/[&<>]/g, (sign) => `&#${sign.charCodeAt(0)};`);

/**
 * A list as a feed: Atom (RFC 4287) or JSON Feed 1. Its own time is that of its newest item, so it differs
 * only where the list does.
 */
export function writeFeed(
  kind: FeedKind,
  { title, description, language, address, feeds, items }: FeedContent,
): string {
  const feed = new Feed({
    title,
    description,
    language,
    id: address,
    link: address,
    feedLinks: feeds,
    generator: 'Clear Frame',
    copyright: '',
    updated: new Date(items.reduce((newest, { published }) => Math.max(newest, published), NEVER)),
  });
  for (const { id, title: name, address: link, summary, picture, published } of items) {
    feed.addItem({
      id: `urn:uuid:${id}`,
      title: kind === 'atom' ? asMarkup(name) : name,
      link,
      date: new Date(published),
      ...(summary === undefined ? {} : { description: asMarkup(summary) }),
      ...(picture === undefined ? {} : { image: picture }),
    });
  }
  return kind === 'atom' ? feed.atom1() : feed.json1();
}
