import type { Id } from '../ids';
import type { Json } from '../json';
import type { Condition } from '../mapping/rule/listing-rule';
import type { Mapping, PartKey } from '../mapping/parts';
import type { CollectionArrangement } from '../site/collection';
import type { SiteNavigation } from '../site/navigation';
import type { Accounts, SeenBy } from '../site/audience';
import type { Provider } from '../site/providers';
import type { Terms } from '../site/terms';
import type { FoundMapping } from './found';
import type { HouseStyle } from './fresh/house-style';
import { freshHouseStyle } from './fresh/house-style';
import type { KindName, KindRules } from './kinds/kind';
import type { SettingsLayer } from './settings';
import type { VocabularyMapping } from './vocabulary';

export type { HouseStyle, Palette } from './fresh/house-style';
export { paletteParts } from './fresh/house-style';

/** A way to a value: a field's id. Ids are joined by a dot where a path runs into a group or through an entry link. */
export type FieldPath = string;

interface FieldCommon {
  id: Id;
  /** How the field is spoken of at the door (HTTP, files). Lower camel case, unique in its type. */
  key: string;
  label: string;
  help?: string;
  /** The heading in the form under which the field stands. */
  group?: string;
  /** An entry without a value cannot be published. */
  required?: boolean;
  /** No two entries of the type may have the same value. */
  unique?: boolean;
  /** It has a value for each language of the site. */
  localised?: boolean;
  /** Tables and listings may filter and sort by it. */
  indexed?: boolean;
  /**
   * The value of a new entry, spoken as at the door; `{ "new": "now" }` and `{ "new": "person" }` are told
   * from its making.
   */
  default?: Json;
  /** In a block type: where a shared block of it stands, the place may say something else here. */
  openWhereShared?: boolean;
  /** Shown only when another field of the same set says so. */
  showWhen?: Condition;
}

export type FieldOf<K extends KindName> = FieldCommon & { kind: K; rules: KindRules[K] };
export type Field = { [K in KindName]: FieldOf<K> }[KindName];

/** A field set standing among a type's fields: all its fields stand in its place. */
export interface Include {
  id: Id;
  include: Id;
}
export type FieldEntry = Field | Include;

export const isInclude = (entry: FieldEntry): entry is Include => 'include' in entry;

interface Named {
  id: Id;
  key: string;
  label: string;
  plural: string;
  purpose: string;
  /** A name from the icon set. */
  icon: string;
}

/** What everything that is filled in has. */
interface Shaped extends Named {
  fields: FieldEntry[];
}

/** One cell of a face: how many of the row's twelve parts it takes, and what stands in it from the top down. */
export interface FaceCell {
  width: number;
  holds: (PartKey | { slot: Id })[];
}
export interface FaceRow {
  cells: FaceCell[];
}

/**
 * How one filled-in thing looks: what feeds its parts, and where they stand. Without rows they stand as the
 * parts' own order has them.
 */
export interface Face {
  mapping: Mapping;
  rows?: FaceRow[];
  /** The variants of the house style, by key, that an editor may choose among. */
  variants?: string[];
}

/** How an address is made from words. */
export interface SlugRule {
  from: FieldPath;
  /** Small words left out, by language. */
  drop: Record<string, string[]>;
  atMost: number;
}

export interface ContentType extends Shaped {
  /** The line that names one of them. */
  title: FieldPath;
  face: Face;
  summary?: FieldPath;
  picture?: FieldPath;
  date?: FieldPath;
  /** How the last piece of an address is made, where a page shows an entry of it. */
  slug: SlugRule;
  /** Whether someone who reviews must publish. */
  review: boolean;
  /** The columns of the table, at first. */
  columns: FieldPath[];
  settings?: SettingsLayer;
  /** What its entries are to those who read sites by themselves. */
  vocabulary?: VocabularyMapping;
  /** Which of their fields say how they are found and shared. */
  found?: FoundMapping;
  /** For whom its entries are, where not for everyone. */
  seenBy?: SeenBy;
}

/**
 * What becomes of the page of a category in which nothing stands that visitors see: none, or one that leads
 * to the category above. Without either it is shown.
 */
export const emptyCategories = ['hidden', 'up'] as const;
export type EmptyCategories = (typeof emptyCategories)[number];

/**
 * One page per entry of a type. Where several page types show one type, `home` says whose page is the entry's
 * own: the others name it as the one to be found by.
 */
export interface EntrySource {
  kind: 'entry';
  type: Id;
  home?: true;
}

export type PageSource =
  | { kind: 'blocks' }
  | { kind: 'listing' }
  | { kind: 'collection'; types: Id[]; arrangement?: CollectionArrangement }
  | { kind: 'category'; scheme: Id; empty?: EmptyCategories }
  | EntrySource
  /** A heading over what stands below it: no page to go to itself. */
  | { kind: 'heading' }
  /** Leads to where one of its fields says, a link. */
  | { kind: 'link'; field: Id };

/** A block that stands in a slot from the beginning. */
export interface PresetBlock {
  id: Id;
  type: Id;
  /** The shared block that it is, by its key, where it is one. */
  shared?: string;
  /** Spoken by field key. */
  values?: { [key: string]: Json };
  /** What an editor may not change: that it stands there, or also what it says. */
  held?: 'place' | 'place and values';
}

/** A named place where blocks stand. */
export interface Slot {
  id: Id;
  key: string;
  label: string;
  /** The block types that may stand there, by id. */
  allows: Id[];
  min?: number;
  max?: number;
  preset?: PresetBlock[];
  /** Pages below show what stands in it above, until they put their own. */
  handedDown?: boolean;
  /** In a page type: what stands in it is the foot of the site around the page. */
  inFoot?: boolean;
}

/** One way of setting out a page: rows of columns, of twelve parts, holding slots and parts of the page's own face. */
export interface Layout {
  id: Id;
  key: string;
  label: string;
  rows: FaceRow[];
  /** On a narrow screen columns stand one below the other; these rows put their last column first. */
  lastFirst?: number[];
  /** The page opens with its picture as wide as the window, and what stands beside its heading over that. */
  opens?: 'over';
}

export interface PageType extends Shaped {
  title: FieldPath;
  face: Face;
  source: PageSource;
  slots: Slot[];
  layouts: Layout[];
  address: SlugRule;
  inNavigation: 'yes' | 'no' | 'editor';
  /** Whether someone who reviews must publish; left out, everyone who arranges pages may. */
  review?: boolean;
  mostInSite?: number;
  childOrder: 'byHand' | 'title' | 'date';
  /** Which of their fields say how they are found and shared. */
  found?: FoundMapping;
  /** For whom its pages are, and what stands below them, where not for everyone. */
  seenBy?: SeenBy;
  /** The starter that new pages begin with, by its key, where one is chosen. */
  starter?: string;
  settings?: SettingsLayer;
}

/** What a block does besides showing its fields; everything else is a face. */
export const behaviours = [
  'listing',
  'slideshow',
  'trail',
  'contact',
  'navigation',
  'teaser',
  'elsewhere',
] as const;
export type Behaviour = (typeof behaviours)[number];

export interface BlockType extends Shaped {
  /** The field that names one of them in outlines. */
  title?: FieldPath;
  slots: Slot[];
  face: Face;
  behaves?: Behaviour;
}

/** A group of fields that several types include; changing it changes them all. */
export type FieldSet = Shaped;

/** A tree of categories, or a flat set of tags. The categories themselves are content. */
export interface Scheme extends Shaped {
  sort: 'categories' | 'tags';
}

export const TOP = 'top';

/** Pages of type `child` may stand under pages of type `parent`, or at the top of a site. */
export interface Placement {
  id: Id;
  parent: Id | typeof TOP;
  child: Id;
  mostUnderOne?: number;
  /** Only in the branch of this page: right below it, or below what stands there. */
  onlyUnder?: Id;
}

export interface ModelDocument {
  format: 'clear-frame/model';
  version: 1;
  locales: { main: string; others: string[] };
  /**
   * Words of the model that visitors read (labels, units, answers, fixed words) in other languages, by the
   * words themselves.
   */
  words?: Record<string, Record<string, string>>;
  houseStyle: HouseStyle;
  /** The house styles of sites that have one of their own, by the key of the site. */
  siteStyles?: Record<string, HouseStyle>;
  schemes: Scheme[];
  fieldSets: FieldSet[];
  contentTypes: ContentType[];
  pageTypes: PageType[];
  blockTypes: BlockType[];
  placements: Placement[];
  /** What is set for the whole site. */
  settings?: SettingsLayer;
  /** The navigations around every page; where nothing is said, its head shows the pages below the top. */
  navigation?: SiteNavigation;
  /** From where blocks may show something that stands elsewhere. */
  providers?: Provider[];
  /** When what visitors leave goes by itself. */
  terms?: Terms;
  /** Accounts of visitors; without them nobody has one. */
  accounts?: Accounts;
}

/** What can be opened in Shape as a sheet of fields, by the list of the document it stands in. */
export interface Shapes {
  contentTypes: ContentType;
  pageTypes: PageType;
  blockTypes: BlockType;
  fieldSets: FieldSet;
  schemes: Scheme;
}
export type ShapeList = keyof Shapes;
export type AnyShape = Shapes[ShapeList];
export const shapeLists: readonly ShapeList[] = [
  'contentTypes',
  'pageTypes',
  'blockTypes',
  'fieldSets',
  'schemes',
];

/** A model with nothing in it yet; the one every site begins with is made by `startModel`. */
export const emptyModel = (locale: string): ModelDocument => ({
  format: 'clear-frame/model',
  version: 1,
  locales: { main: locale, others: [] },
  houseStyle: freshHouseStyle(),
  schemes: [],
  fieldSets: [],
  contentTypes: [],
  pageTypes: [],
  blockTypes: [],
  placements: [],
});

/** Bounds that the server states and keeps. */
export const modelBounds = {
  types: 200,
  fieldsPerType: 200,
  choices: 500,
  placements: 4000,
  slots: 40,
  layouts: 20,
  rows: 60,
  cells: 12,
  presets: 40,
  label: 80,
  words: 400,
} as const;
