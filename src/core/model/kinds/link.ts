import { lacksBlock, whyNotThere } from '../../content/known';
import { pointer, read, refuse, type Fault, type Reading } from '../../faults';
import { isId, type Id } from '../../ids';
import { isJsonObject, type Json, type JsonObject } from '../../json';
import type { Kind, Reference, Speaking } from './kind';
import { textIn } from './text';

export const linkTargets = ['page', 'entry', 'media', 'url', 'email', 'phone'] as const;
export type LinkTarget = (typeof linkTargets)[number];

export interface LinkRules {
  /** What it may lead to; none means anything. */
  allow: LinkTarget[];
}
/** Where a link leads, with the words it shows. A link to a page may name a block on it. */
export type Link = (
  | { to: 'page'; page: Id; block?: Id }
  | { to: 'entry'; entry: Id }
  | { to: 'media'; media: Id }
  | { to: 'url'; url: string }
  | { to: 'email'; email: string }
  | { to: 'phone'; phone: string }
) & {
  words?: string;
  title?: string;
  newWindow?: boolean;
};
declare module './kind' {
  interface KindRules {
    link: LinkRules;
  }
  interface KindValues {
    link: Link;
  }
}

export const linkTargetWords: Record<LinkTarget, string> = {
  page: 'a page',
  entry: "an entry's page",
  media: 'a document or picture',
  url: 'another site',
  email: 'an e-mail address',
  phone: 'a telephone number',
};

/** Whether an address may stand in a visitor's page: only those that open a page, never those that run something. */
export const isWebAddress = (text: string): boolean =>
  text.length <= 2000 && /^https?:\/\/[^\s]+$/i.test(text) && URL.canParse(text);
export const isEmail = (text: string): boolean =>
  text.length <= 320 && /^[^\s@]+@[^\s@]+\.[^\s@]+$/.test(text);
export const isPhone = (text: string): boolean => /^\+?[0-9][0-9 ()./-]{3,40}$/.test(text);

const plain: Record<'url' | 'email' | 'phone', { test: (text: string) => boolean; message: string }> = {
  url: { test: isWebAddress, message: 'Write a whole address, beginning with https://.' },
  email: { test: isEmail, message: 'Write an e-mail address, such as warden@quillwater.example.' },
  phone: { test: isPhone, message: 'Write a telephone number: digits, spaces and a leading + only.' },
};

function targetOf(input: JsonObject): Reading<Link> {
  const to = linkTargets.find((each) => each === input.to);
  if (!to) return refuse('kind', `A link says what it leads to: ${linkTargets.join(', ')}.`, '/to');
  const given = input[to];
  const text = typeof given === 'string' ? given.trim() : '';
  if (to === 'url' || to === 'email' || to === 'phone') {
    if (!plain[to].test(text)) return refuse('format', plain[to].message, `/${to}`);
    return read<Link>(
      to === 'url' ? { to, url: text } : to === 'email' ? { to, email: text } : { to, phone: text },
    );
  }
  if (!isId(text)) return refuse('kind', `This takes the id of ${linkTargetWords[to]}.`, `/${to}`);
  if (to === 'entry') return read<Link>({ to, entry: text });
  if (to === 'media') return read<Link>({ to, media: text });
  if (input.block === undefined || input.block === null) return read<Link>({ to, page: text });
  return typeof input.block === 'string' && isId(input.block)
    ? read<Link>({ to, page: text, block: input.block })
    : refuse('kind', 'This takes the id of a block.', '/block');
}

/** Where a link leads for visitors, or nothing where the way is closed: what it leads to is gone, or not shown. */
export function addressOfLink(link: Link, { known }: Speaking): string | undefined {
  switch (link.to) {
    case 'url':
      return link.url;
    case 'email':
      return `mailto:${link.email}`;
    case 'phone':
      return `tel:${link.phone.replace(/[^+0-9]/g, '')}`;
    case 'media':
      return known?.media.get(link.media)?.address;
    case 'page': {
      const page = known?.pages.get(link.page);
      return page?.live ? page.address + (link.block ? `#b-${link.block}` : '') : undefined;
    }
    // An entry has an address only where a page shows it.
    case 'entry':
      return known?.entries.get(link.entry)?.address;
  }
}

/** What a link says: its own words, else the name of what it leads to. */
export function wordsOfLink(link: Link, { known }: Speaking): string {
  if (link.words) return link.words;
  switch (link.to) {
    case 'page':
      return known?.pages.get(link.page)?.title ?? '';
    case 'entry':
      return known?.entries.get(link.entry)?.title ?? '';
    case 'media':
      return known?.media.get(link.media)?.label ?? '';
    case 'url':
      return link.url.replace(/^https?:\/\//i, '').replace(/\/$/, '');
    case 'email':
      return link.email;
    case 'phone':
      return link.phone;
  }
}

export function referenceOfLink(link: Link): Reference[] {
  if (link.to === 'page') {
    const { page, block } = link;
    return [{ path: '/page', sort: 'page', target: page, ...(block === undefined ? {} : { block }) }];
  }
  if (link.to === 'entry') return [{ path: '/entry', sort: 'entry', target: link.entry }];
  return link.to === 'media' ? [{ path: '/media', sort: 'media', target: link.media }] : [];
}

export function parseLink(input: Json): Reading<Link> {
  if (!isJsonObject(input)) return refuse('kind', 'This takes a link: what it leads to, and its words.');
  const target = targetOf(input);
  if (!target.ok) return target;
  const link: Link = target.value;
  for (const key of Object.keys(input))
    if (!['to', link.to, 'block', 'words', 'title', 'newWindow'].includes(key))
      return refuse('unknown', `"${key}" means nothing here.`, pointer('', key));
  for (const key of ['words', 'title'] as const) {
    const given = input[key];
    if (given === undefined || given === null || given === '') continue;
    const text = textIn(given, 300);
    if (!text.ok) return { ok: false, faults: text.faults.map((fault) => ({ ...fault, path: `/${key}` })) };
    const told = text.value.replace(/\s+/g, ' ').trim();
    if (told) link[key] = told;
  }
  if (input.newWindow !== undefined && typeof input.newWindow !== 'boolean')
    return refuse('kind', 'A new window: yes or no.', '/newWindow');
  return read<Link>(input.newWindow === true ? { ...link, newWindow: true } : link);
}

const GONE = 'It leads to something that is gone. Choose again.';
const BLOCK_GONE = 'It leads to a block that stands on that page no more. Choose again.';

/** What of a link's target is not as it should be: gone, or not there for visitors. */
export function linkFaults(link: Link, { known }: { known?: Speaking['known'] }): Fault[] {
  if (!known) return [];
  const gone = referenceOfLink(link).filter(
    ({ sort, target }) =>
      !(sort === 'page' ? known.pages : sort === 'entry' ? known.entries : known.media).has(target),
  );
  if (link.to === 'page' && lacksBlock(known, link.page, link.block))
    return [{ path: '/block', code: 'gone', message: BLOCK_GONE }];
  return gone.map(({ path, target }) => ({ path, code: 'gone', message: whyNotThere(known, target, GONE) }));
}

export const link: Kind<'link'> = {
  name: 'link',
  label: 'Link',
  purpose: 'A way to a page, an entry, a document, another site, an address or a telephone.',
  rulesSchema: {
    type: 'object',
    additionalProperties: false,
    required: ['allow'],
    properties: {
      allow: {
        type: 'array',
        maxItems: linkTargets.length,
        uniqueItems: true,
        items: { enum: [...linkTargets] },
      },
    },
  },
  valueSchema: ({ allow }) => ({
    type: 'object',
    required: ['to'],
    properties: {
      to: { enum: allow.length > 0 ? allow : [...linkTargets] },
      words: { type: 'string' },
      title: { type: 'string' },
      newWindow: { type: 'boolean' },
      ...Object.fromEntries(linkTargets.map((to) => [to, { type: 'string' }])),
    },
  }),
  comparisons: ['filled', 'empty'],
  fromFile(written, _rules, names) {
    if (!isJsonObject(written)) return written;
    const to = linkTargets.find((each) => written[each] !== undefined);
    if (to === undefined) return written;
    const named =
      to === 'page' || to === 'entry' || to === 'media' ? names[to](written[to] ?? null) : written[to];
    return { to, ...written, ...(named === undefined ? {} : { [to]: named }) };
  },
  isOpaque: true,
  shows: 'link',
  sample: (_rules, label) => ({ to: 'url', url: 'https://quillwater.example/', words: label }),
  freshRules: () => ({ allow: [] }),
  checkRules: () => [],
  read: parseLink,
  speak: (value) => ({ ...value }),
  check: (value, { allow }, here) => [
    ...(allow.length > 0 && !allow.includes(value.to)
      ? [
          {
            path: '/to',
            code: 'target',
            message: `It may lead to ${allow.map((to) => linkTargetWords[to]).join(', or ')}.`,
          },
        ]
      : []),
    ...linkFaults(value, here),
  ],
  refers: referenceOfLink,
  indexShape: () => ({ column: 'INTEGER', sort: 'none', many: false }),
  indexCell: () => ({ value: 1 }),
  inWords: (value, _rules, speaking) => wordsOfLink(value, speaking),
  rulesInWords: ({ allow }) =>
    allow.length > 0 ? `to ${allow.map((to) => linkTargetWords[to]).join(', ')}` : 'to anything',
};
