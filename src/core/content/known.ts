import type { Id } from '../ids';
import type { Block } from './blocks';
import type { LocalizedValues } from './localized-values';

/** What is kept of an entry that something refers to. */
export interface KnownEntry {
  type: Id;
  title: string;
  /** What visitors see of it, where they see it. */
  live?: LocalizedValues;
  /** Where visitors find a page of its own, if one shows it. */
  address?: string;
}

export interface KnownCategory {
  scheme: Id;
  key: string;
  label: string;
  /** From the top of the scheme down to the category itself. */
  trail: readonly Id[];
}

export type MediaSort = 'picture' | 'document' | 'sound' | 'film';

/** What is kept of a medium. `width` and `height` in pixels, where it is a picture. */
export interface KnownMedia {
  sort: MediaSort;
  label: string;
  /** Where visitors get it. */
  address: string;
  width?: number;
  height?: number;
  alt: string;
  /** It says nothing that needs words. */
  decoration?: boolean;
  caption?: string;
  credit?: string;
  /** How it is turned, straightened and cut (see `parseEdit`); then `width` and `height` are those that are seen. */
  edit?: string;
  /** How large (px) a picture came that is seen otherwise. */
  came?: { width: number; height: number };
  /** Of a film: where a picture of it is. */
  poster?: string;
  /** Where the words that are spoken in it stand (WebVTT), and their language. */
  spoken?: { address: string; language: string };
}

export interface KnownPage {
  title: string;
  address: string;
  /** Whether visitors see it. */
  live: boolean;
  /** The blocks that stand on it, for visitors or in what is worked on; only where a reference means one of them. */
  blocks?: ReadonlySet<Id>;
}

/** What is kept of a shared block: what it is called, and its blocks as they are worked on and as visitors see them. */
export interface KnownShared {
  title: string;
  blocks: readonly Block[];
  live?: readonly Block[];
  /** Whether visitors see it, will see it, or saw it once. */
  wasSeen: boolean;
}

/** What is kept of the things that values refer to, gathered once by their ids. What is not there is gone. */
export interface Known {
  entries: ReadonlyMap<Id, KnownEntry>;
  categories: ReadonlyMap<Id, KnownCategory>;
  media: ReadonlyMap<Id, KnownMedia>;
  pages: ReadonlyMap<Id, KnownPage>;
  /** Only where something refers to one. */
  shared?: ReadonlyMap<Id, KnownShared>;
  /** What things in the bin are called; visitors see nothing of them. */
  binned?: ReadonlyMap<Id, string>;
}

/** What something in the bin is called where it is named. */
export const inBin = (title: string): string => `${title || 'Without a name'} (in the bin)`;

/** Why something that is named is not there: it lies in the bin, or (in the words given) is gone for good. */
export function whyNotThere(known: Known, id: Id, gone: string): string {
  const title = known.binned?.get(id);
  return title === undefined
    ? gone
    : `“${title || 'Without a name'}” is in the bin. Restore it there, or choose again.`;
}

/** Whether a page is known to lack a block that is meant. */
export const lacksBlock = (known: Known, page: Id, block: Id | undefined): boolean =>
  block !== undefined && known.pages.get(page)?.blocks?.has(block) === false;

export const nothingKnown: Known = {
  entries: new Map(),
  categories: new Map(),
  media: new Map(),
  pages: new Map(),
};

/** Things of which only the names are known, as a table needs them: each name answers for whatever has the id. */
export function namedOnly(names: Readonly<Record<Id, string>>): Known {
  const each = <T>(make: (name: string) => T) =>
    new Map(Object.entries(names).map(([id, name]) => [id, make(name)]));
  return {
    entries: each((title) => ({ type: '', title })),
    categories: each((label) => ({ scheme: '', key: '', label, trail: [] })),
    media: each((label) => ({ sort: 'document' as const, label, address: '', alt: label })),
    pages: each((title) => ({ title, address: '', live: false })),
  };
}
