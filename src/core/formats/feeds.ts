import { generateAtomFeed } from 'feedsmith';
import { v5 } from 'uuid';

/** A list that can be followed, one page of it. Addresses are whole ones (https://…), times in ms since 1970. */
export interface FeedContent {
  /** Permanent, whatever the list is called and wherever it stands (a UUID). */
  id: string;
  title: string;
  description: string;
  /** BCP 47. */
  language: string;
  /** Who publishes it: the site. An item may name who wrote it. */
  author: string;
  icon: string;
  /** The page that shows the list. */
  address: string;
  /** Where this page of the feed is found, and its others, where it has several. */
  self: string;
  first?: string;
  previous?: string;
  next?: string;
  items: FeedItem[];
}

export interface FeedItem {
  /** Permanent: a reader knows by it what it has seen (a UUID). */
  id: string;
  title: string;
  address: string;
  author?: string;
  /** Its first words. */
  summary: string;
  /** All that it says, as HTML in which every address is a whole one; left out where a feed only gives first words. */
  content?: string;
  picture?: { address: string; mime: string; bytes: number };
  published: number;
  updated: number;
}

/** What has an id in one language has another in the next: a reader who follows both sees both. */
export const idInLanguage = (id: string, language: string | undefined): string =>
  language === undefined ? id : v5(language, id);

/** The time of a feed that has nothing in it: it was never changed. */
const NEVER = 0;

/** Signs that XML 1.0 has no way to write (https://www.w3.org/TR/xml/#charsets). */

const unwritable =
  /[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]|[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/g;
/** Words as they may be written; what says nothing is called by its address. */
const plain = (words: string, address: string): { value: string; type: 'text' } => {
  const value = words.replace(unwritable, '');
  return { value: value.trim() === '' ? address : value, type: 'text' };
};

const urn = (id: string): string => `urn:uuid:${id}`;

/**
 * A list as an Atom feed (RFC 4287), in pages where it is long (RFC 5005, section 3). Its own time is that of what changed
 * last in it, so it differs only where the list does.
 */
export function writeAtom(feed: FeedContent): string {
  const { items, self, first, previous, next } = feed;
  const type = 'application/atom+xml';
  const ways = { first, previous, next };
  return generateAtomFeed({
    id: urn(feed.id),
    title: plain(feed.title, feed.address),
    ...(feed.description ? { subtitle: plain(feed.description, feed.address) } : {}),
    updated: new Date(items.reduce((newest, { updated }) => Math.max(newest, updated), NEVER)),
    authors: [{ name: plain(feed.author, feed.address).value }],
    generator: { text: 'Clear Frame' },
    icon: feed.icon,
    xml: { lang: feed.language },
    links: [
      { href: feed.address, rel: 'alternate', type: 'text/html', hreflang: feed.language },
      { href: self, rel: 'self', type },
      ...Object.entries(ways).flatMap(([rel, href]) => (href === undefined ? [] : [{ href, rel, type }])),
    ],
    entries: items.map(({ id, title, address, author, summary, content, picture, published, updated }) => ({
      id: urn(id),
      title: plain(title, address),
      published: new Date(published),
      updated: new Date(updated),
      ...(author === undefined ? {} : { authors: [{ name: plain(author, feed.address).value }] }),
      summary: plain(summary, address),
      ...(content === undefined ? {} : { content: { value: content.replace(unwritable, ''), type: 'html' } }),
      links: [
        { href: address, rel: 'alternate', type: 'text/html' },
        ...(picture
          ? [{ href: picture.address, rel: 'enclosure', type: picture.mime, length: picture.bytes }]
          : []),
      ],
    })),
  });
}

/** A list as a JSON Feed (https://www.jsonfeed.org/version/1.1/), in pages where it is long. */
export function writeJsonFeed({ items, ...feed }: FeedContent): string {
  return JSON.stringify(
    {
      version: 'https://jsonfeed.org/version/1.1',
      title: feed.title,
      ...(feed.description ? { description: feed.description } : {}),
      home_page_url: feed.address,
      feed_url: feed.self,
      ...(feed.next === undefined ? {} : { next_url: feed.next }),
      language: feed.language,
      icon: feed.icon,
      authors: [{ name: feed.author }],
      items: items.map(({ id, title, address, author, summary, content, picture, published, updated }) => ({
        id: urn(id),
        url: address,
        title,
        ...(content === undefined ? { content_text: summary } : { content_html: content, summary }),
        date_published: new Date(published).toISOString(),
        date_modified: new Date(updated).toISOString(),
        ...(author === undefined ? {} : { authors: [{ name: author }] }),
        ...(picture
          ? {
              image: picture.address,
              attachments: [{ url: picture.address, mime_type: picture.mime, size_in_bytes: picture.bytes }],
            }
          : {}),
      })),
    },
    null,
    2,
  );
}
