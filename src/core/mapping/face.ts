import type { FormattedText } from '../content/formatted';
import type { KnownMedia } from '../content/known';
import type { Id } from '../ids';
import type { CompiledModel } from '../model/compile';
import type { Speaking } from '../model/kinds';
import type { DayNumeral } from './date-format';
import type { PartKey } from './parts';

/** A medium as it is drawn: where it is, how large, which words stand for it, which point stays in view. */
export interface ShownMedia {
  sort: KnownMedia['sort'];
  address: string;
  width?: number;
  height?: number;
  alt: string;
  caption?: string;
  credit?: string;
  /** How it is turned, straightened and cut, as it is asked for. */
  edit?: string;
  poster?: string;
  spoken?: { address: string; language: string };
  focus?: { x: number; y: number };
  ratio?: number;
}

/** One thing that a part shows, and where it came from: the field, and which step of its chain won (from 0). */
export interface Shown {
  words: string;
  field?: Id;
  step: number;
  /** What the words are called, where a part sets names beside them. */
  label?: string;
  media?: ShownMedia;
  /** Where it leads. */
  href?: string;
  newWindow?: boolean;
  /** The language (BCP 47) of the words, where it is not the page's: nobody has translated them yet. */
  lang?: string;
  text?: FormattedText;
  /** The day or moment (ISO 8601) that a date tells. */
  at?: string;
  /** That day as a large numeral, where it is to look so; the words read it out. */
  numeral?: DayNumeral;
  /** A thing drawn with a face of its own, in small. */
  face?: FaceContent;
}

/** What a visitor sees of one entry, page or block, ready to be drawn. Parts without a value are absent. */
export type FaceContent = Partial<Record<PartKey, Shown[]>>;

/** What drawing needs besides values: the model, the language, the day, what is known of things referred to. */
export interface Drawing extends Speaking {
  model: CompiledModel;
  today: string;
  /** One of the model's other locales, where the page is drawn in it and not in the main one. */
  language?: string;
  /** Where visitors find the page of a category, if it has one. */
  addressOfCategory?: (category: Id) => string | undefined;
}

/** A face whose heading leads somewhere. */
export const leadingTo = (face: FaceContent, href: string): FaceContent =>
  face.heading ? { ...face, heading: face.heading.map((shown) => ({ ...shown, href })) } : face;
