import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsISO8601,
  IsObject,
  IsOptional,
  IsString,
  IsUUID,
  Length,
  ValidateNested,
} from 'class-validator';
import { states, type State } from '../core/content/states';
import type { JsonObject } from '../core/json';
import type { FaceContent } from '../core/mapping/face';
import { partKeys, type PartKey } from '../core/mapping/parts';
import { ReachLink } from './entries';
import { FaultAnswer } from './faults';
import { keptApart, type KeptApart } from './kept-apart';

export class NewListing {
  @IsString() @Length(1, 80, { message: 'A name has 1 to 80 characters' }) label!: string;
  /** The rule, spoken by keys. Left out but for `from`, a good one is proposed. */
  @IsObject() rule!: JsonObject;
}

export class ListingPatch {
  @IsString() @Length(1, 80, { message: 'A name has 1 to 80 characters' }) @IsOptional() label?: string;
  @IsObject() @IsOptional() rule?: JsonObject;
  /** Why this version is kept in the history by itself. */
  @IsIn(keptApart) @IsOptional() apart?: KeptApart;
}

/** Where a rule stands, for what it takes from there. What is left out is chosen. */
export class ListingPlace {
  @IsUUID() @IsOptional() category?: string;
  @IsUUID() @IsOptional() entry?: string;
  @IsUUID() @IsOptional() page?: string;
}

/** A part of a rule's face, for the entries in which it shows nothing. */
export class GapsAsked {
  @IsObject() rule!: JsonObject;
  @ValidateNested() @Type(() => ListingPlace) @IsOptional() at?: ListingPlace;
  @IsIn(partKeys) part!: PartKey;
}

/** A rule to try, without saving it. */
export class ListingTrial {
  @IsObject() rule!: JsonObject;
  @ValidateNested() @Type(() => ListingPlace) @IsOptional() at?: ListingPlace;
  /** What is placed first by hand there, by ids, in order. */
  @IsArray() @ArrayMaxSize(500) @IsUUID('all', { each: true }) @IsOptional() byHand?: string[];
}

/** A slot of a page in which a listing stands. */
export class ListingStands {
  @IsString() page!: string;
  @IsString() slot!: string;
  /** How wide it is on a wide screen, in px. */
  @IsInt() width!: number;
}

export class ListingAnswer {
  @IsUUID() id!: string;
  @IsString() key!: string;
  @IsString() label!: string;
  @IsInt() revision!: number;
  @IsIn(states) state!: State;
  @IsBoolean() differs!: boolean;
  @IsObject() rule!: JsonObject;
  @IsISO8601() changedAt!: string;
  @IsString() changedBy!: string;
  @IsArray() @ValidateNested({ each: true }) @Type(() => FaultAnswer) faults!: FaultAnswer[];
  /** Visitor pages that show it. */
  @IsArray() @ValidateNested({ each: true }) @Type(() => ReachLink) pages!: ReachLink[];
}

/** One listing, with where it stands. */
export class PlacedListing extends ListingAnswer {
  /** The slots in which it stands, each width once. */
  @IsArray() @ValidateNested({ each: true }) @Type(() => ListingStands) stands!: ListingStands[];
}

export class ListingsAnswer {
  @IsArray() @ValidateNested({ each: true }) @Type(() => ListingAnswer) items!: ListingAnswer[];
}

export class DrawnEntry {
  @IsUUID() id!: string;
  /** What it is taken from, as rules speak of it: `species`, `page:section`. */
  @IsString() of!: string;
  /** What each part of the face shows: words, and the key of the field they came from. */
  @IsObject() face!: FaceContent;
  /** Who published it and how often its page was read, where the settings show that. */
  @IsObject() @IsOptional() byline?: { author?: string; visits?: number };
}

/** A place at which a rule is tried. */
export class PlaceShown {
  @IsIn(['category', 'entry', 'page']) sort!: 'category' | 'entry' | 'page';
  @IsUUID() id!: string;
  @IsString() label!: string;
  /** The scheme of a category. */
  @IsUUID() @IsOptional() of?: string;
}

/** What a rule gives, as visitors would see it now. */
export class ListingResult {
  @IsInt() matching!: number;
  /** All entries and pages of its sources that visitors see. */
  @IsInt() of!: number;
  @IsArray() @ValidateNested({ each: true }) @Type(() => DrawnEntry) entries!: DrawnEntry[];
  /** Where it was tried, for what the rule takes from its place. */
  @IsArray() @ValidateNested({ each: true }) @Type(() => PlaceShown) places!: PlaceShown[];
}

/** Entries and pages in which a part shows nothing, by name; at most 50. */
export class GapsAnswer {
  /** How many there are in all. */
  @IsInt() total!: number;
  @IsArray() @ValidateNested({ each: true }) @Type(() => ReachLink) items!: ReachLink[];
}

export class PartCovered {
  @IsString() part!: string;
  /** Entries in which the part shows something. */
  @IsInt() filled!: number;
  /** For each chain, the entries that each step feeds. */
  @IsArray() chains!: number[][];
}

/** What one condition does, after all before it. */
export class ConditionTold {
  /** A few titles of entries that it drops. */
  @IsArray() @IsString({ each: true }) dropped!: string[];
  /** What is odd about it: it lets nothing through, or everything; or nobody fills the field that it asks. */
  @IsIn(['nothing', 'everything', 'unfilled']) @IsOptional() odd?: 'nothing' | 'everything' | 'unfilled';
}

/** How far each part of a listing's face is filled, and what each condition lets through, one after the other. */
export class ListingFigures {
  @IsInt() total!: number;
  @IsArray() @ValidateNested({ each: true }) @Type(() => PartCovered) parts!: PartCovered[];
  @IsArray() @IsInt({ each: true }) steps!: number[];
  @IsArray() @ValidateNested({ each: true }) @Type(() => ConditionTold) conditions!: ConditionTold[];
}

/** What listings in force name on visitors' pages, besides what they show, and the names of sites. */
export class WordsOfListings {
  /** The fields that are named beside what they say, by their ids or roles. */
  @IsArray() @IsString({ each: true }) fields!: string[];
  /** Fixed words, and the names of sites. */
  @IsArray() @IsString({ each: true }) words!: string[];
}
