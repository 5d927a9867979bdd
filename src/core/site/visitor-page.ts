import type { AskedQuestion } from '../content/contact-questions';
import type { Piece } from '../content/sought-words';
import type { Spacing } from '../content/block-rows';
import type { Column, Item } from '../mapping/arrangement/arrange';
import type { Arrangement, SetOut } from '../mapping/arrangement/arrangement';
import type { FaceContent } from '../mapping/face';
import type { FoundSaid } from '../mapping/found-said';
import type { Behaviour, FaceRow, HouseStyle } from '../model/document';
import type { VocabularyThing } from '../model/vocabulary';
import type { Variant } from '../model/fresh/house-style';
import type { Id } from '../ids';
import type { JustSaid, DrawnComments } from './comments';
import type { DrawnAccount } from './account';
import type { ContactState } from './contact';
import type { NavigationItem } from './navigation';
import type { FromElsewhere } from './providers';

/** A field by which visitors filter: its values, each with how many entries it leaves and where choosing it leads. */
export interface DrawnFacet {
  key: string;
  label: string;
  values: { label: string; depth: number; count: number; chosen: boolean; address: string }[];
}

/** One drawn listing: the items in order, and how many entries the rule lets through in all. */
export interface DrawnListing {
  heading: string;
  arrangement: Arrangement;
  setOut: SetOut;
  /** What a table has for columns. */
  columns: Column[];
  items: readonly Item[];
  matching: number;
  /** What visitors may filter by, and where all that is chosen is undone, if anything is. */
  facets?: { fields: DrawnFacet[]; clear?: string };
  /** The page with the full list, and how many stand there, where it keeps the same rule. */
  fullList?: { label: string; address: string; count?: number };
  /** Its pages of results, where there are several: which one this is (from 1), and where each of them stands. */
  results?: { here: number; addresses: string[] };
}

/** What a page may say that is none of the site's own; `ended` is a link to a draft that is over. */
export type Saying =
  | 'search'
  | 'account'
  | 'closed'
  | 'nothing'
  | 'gone'
  | 'no list'
  | 'malformed'
  | 'failed'
  | 'ended'
  | 'foreign form'
  | 'long form'
  | 'changed form';

/** What a visitor sought, and one page of what was found. */
export interface DrawnSearch {
  /** As it was typed. */
  words: string;
  /** How many were found, of the sort that is chosen; `more` where there are more than are counted. */
  total: number;
  more: boolean;
  /** The sorts of things that were found, each with how many and where they stand alone; all of them have no name. */
  sorts: { label: string; count: number; address: string; here: boolean }[];
  found: { label: string; address: string; kind: string; passage: Piece[] }[];
  /** Where the results before and after these stand. */
  previous?: string;
  next?: string;
}

/** One block as it is drawn: its own face, and what stands in its slots. */
export interface DrawnBlock {
  id: Id;
  type: string;
  behaves?: Behaviour;
  face: FaceContent;
  rows?: FaceRow[];
  variant?: Variant;
  spaced?: Spacing;
  listing?: DrawnListing;
  /** What a contact form carries that no other site can make. */
  token?: string;
  /** What a contact form asks besides what every one does. */
  questions?: AskedQuestion[];
  /** What it shows that stands elsewhere. */
  elsewhere?: FromElsewhere;
  /** What a navigation shows. */
  navigation?: NavigationItem[];
  slots: DrawnSlots;
}

/** Drawn blocks by the id of the slot they stand in. */
export type DrawnSlots = Record<Id, DrawnBlock[]>;

/** The site of a page. `picture` is the medium that stands for it, where one does. */
export interface SiteDrawn {
  key: string;
  label: string;
  home: string;
  style: HouseStyle;
  picture?: Id;
}

/** Everything a visitor's page is drawn from: plain data, gathered by the services, drawn by `site`. */
export interface VisitorPage {
  locale: string;
  /** `home`: where its top page stands in the page's language. */
  site: SiteDrawn;
  /** The languages it can be read in, this one among them; empty where there is only one. */
  languages: {
    locale: string;
    address: string;
    here: boolean;
    /** Whether the page truly says something in it, and does not only fall back to the main one. */
    said?: boolean;
  }[];
  /** What the addresses of the site begin with where they are told to others: https://… */
  origin?: string;
  title: string;
  address: string;
  /** Where the entry that it shows has its home, where that is another page: search engines are led there. */
  canonical?: string;
  /** What somebody said of how it is found and shared. */
  found?: FoundSaid;
  /** Whether it shows only what a visitor chose of a list: search engines are told to leave it. */
  filtered?: boolean;
  /** Where its list can be followed: as a feed, which may give whole texts, and in a calendar. */
  feeds?: { atom: string; json: string; ics?: string; full?: true };
  isTop: boolean;
  navigation: NavigationItem[];
  /** The navigation in its foot. */
  foot: NavigationItem[];
  /** From the top page down to the one above this. */
  above: { label: string; address: string }[];
  /** The page's own fields, mapped through its type's face. */
  face: FaceContent;
  /** Who published it, where the settings show that. */
  author?: string;
  /** What visitors say on it, where the settings let them. */
  comments?: DrawnComments;
  /** A page by which a visitor has an account. */
  account?: DrawnAccount;
  /** Where a visitor signs in, or sees to the account, where there are accounts. */
  accountWay?: { address: string; isIn: boolean };
  /** What a visitor just said. */
  commented?: JustSaid;
  /** Whether it offers to be printed, mailed and shared. */
  acts?: true;
  /** Whether it lists the headings on it. */
  listsHeadings?: true;
  /** How often it was read, where the settings show that. */
  visits?: number;
  /** The layout the page is set out in; without one its face stands first, then every slot in order. */
  rows?: FaceRow[];
  /** Rows of the layout that put their last column first on a narrow screen. */
  lastFirst?: number[];
  /** Its picture fills the window at its beginning, its first words over it. */
  opens?: 'over';
  /** The slots in the order of the page's type. */
  slotOrder: Id[];
  /** Those of them that are the foot of the site around the page. */
  footSlots?: Id[];
  slots: DrawnSlots;
  listing?: DrawnListing;
  /** What a visitor wrote in one of its contact forms, right after it was sent. */
  contact?: ContactState;
  /**
   * Pages directly below, for a page that is neither the top nor filled by a listing; categories with how
   * many entries stand in each.
   */
  below: { label: string; address: string; summary: string; count?: number }[];
  /** What the entry that it shows is to those who read sites by themselves. */
  thing?: VocabularyThing;
  /** What it says, where it is none of the site's own pages. */
  says?: Saying;
  /** Where the site is searched in the page's language. */
  seek?: string;
  /** What was sought, where the page shows what was found. */
  search?: DrawnSearch;
  /** For the page of an entry: what stands before and after it in the list it came from. */
  neighbours?: { previous?: { label: string; address: string }; next?: { label: string; address: string } };
  /**
   * For the page of an entry: others that share categories with it, those that share the rarest first, each
   * with what it shares.
   */
  related?: { label: string; address: string; shared: string[] }[];
  /** The categories beside one another, for the page of one of them. */
  beside?: { label: string; address: string; count: number; here: boolean }[];
}
