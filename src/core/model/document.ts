import type { Id } from '../ids';
import type { Json } from '../json';
import type { Mapping } from '../mapping/parts';
import type { KindName, KindRules } from './kinds/kind';

/** A way to a value: a field's id. (Ids are joined by a dot where a path runs through references.) */
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
  /** Tables and listings may filter and sort by it. */
  indexed?: boolean;
  /** The value of a new entry, spoken as at the door. */
  default?: Json;
}

export type FieldOf<K extends KindName> = FieldCommon & { kind: K; rules: KindRules[K] };
export type Field = { [K in KindName]: FieldOf<K> }[KindName];

/** What content types and page types have alike. */
interface TypeCommon {
  id: Id;
  key: string;
  label: string;
  plural: string;
  purpose: string;
  /** A name from the icon set. */
  icon: string;
  fields: Field[];
  /** The line that names one of them. */
  title: FieldPath;
  /** How one of them looks on its own. */
  face: Mapping;
}

export interface ContentType extends TypeCommon {
  summary?: FieldPath;
  date?: FieldPath;
  /** Whether someone who reviews must publish. */
  review: boolean;
  /** The columns of the table, at first. */
  columns: FieldPath[];
}

export type PageSource = { kind: 'blocks' } | { kind: 'listing' };

/** How an address is made from words. */
export interface SlugRule {
  from: FieldPath;
  /** Small words left out, by language. */
  drop: Record<string, string[]>;
  atMost: number;
}

export interface PageType extends TypeCommon {
  source: PageSource;
  address: SlugRule;
  inNavigation: boolean;
  mostInSite?: number;
}

export const TOP = 'top';

/** Pages of type `child` may stand under pages of type `parent`, or at the top of a site. */
export interface Placement {
  id: Id;
  parent: Id | typeof TOP;
  child: Id;
  mostUnderOne?: number;
}

export const paletteParts = ['paper', 'sheet', 'ink', 'soft', 'accent', 'onAccent', 'rule'] as const;
export type Palette = Record<(typeof paletteParts)[number], string>;

export interface HouseStyle {
  palette: Palette;
}

export interface ModelDocument {
  format: 'clear-frame/model';
  version: 1;
  locales: { main: string; others: string[] };
  houseStyle: HouseStyle;
  contentTypes: ContentType[];
  pageTypes: PageType[];
  placements: Placement[];
}

/** A model with nothing in it yet but the page type every site begins with is made by `startModel`. */
export const emptyModel = (locale: string): ModelDocument => ({
  format: 'clear-frame/model',
  version: 1,
  locales: { main: locale, others: [] },
  houseStyle: {
    palette: {
      paper: '#fbfaf5', sheet: '#ffffff', ink: '#1b2a29', soft: '#56635f', accent: '#2f5a52', onAccent: '#ffffff', rule: '#dfdccf',
    },
  },
  contentTypes: [],
  pageTypes: [],
  placements: [],
});

/** Bounds that the server states and keeps. */
export const modelBounds = {
  types: 200,
  fieldsPerType: 200,
  choices: 500,
  placements: 4000,
  label: 80,
  words: 400,
} as const;
