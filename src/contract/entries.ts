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
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator';
import { OrNull } from './or-null';
import { shownAnswers, states, type Stage, type State } from '../core/content/states';
import { rowsCome, type RowComes } from '../core/formats/rows/count-rows';
import type { JsonObject } from '../core/json';
import type { KnownCategory, KnownEntry, KnownMedia, KnownPage, KnownShared } from '../core/content/known';
import { FaultAnswer } from './faults';
import { Instead } from './instead';
import type { SaidIn } from '../core/content/translation-sources';
import { keptApart, type KeptApart } from './kept-apart';
import { TableFilters } from './table-filters';

/** Rows that come from outside, each the values of one entry by field key. */
export class RowsTrial {
  @IsArray()
  @ArrayMaxSize(500, { message: 'At most 500 rows at a time' })
  @IsObject({ each: true })
  rows!: JsonObject[];
  /** The key of the field by which a row is held to be an entry that is there; left out, every row is a new one. */
  @IsString() @MaxLength(60) @IsOptional() key?: string;
}

/** What entries that come from outside become: drafts, for review, or what visitors see. */
export const broughtInAs = ['draft', 'review', 'published'] as const;
export type BroughtInAs = (typeof broughtInAs)[number];

export class EntriesImport extends RowsTrial {
  /** What becomes of those in which nothing is to be fixed; the others are drafts. */
  @IsIn(broughtInAs) @IsOptional() as?: BroughtInAs;
  /** The act that brought in the rows before these, so that all of them can be taken back as one. */
  @IsUUID() @IsOptional() act?: string;
}

export class RowFault extends FaultAnswer {
  /** The row, from 0. */
  @IsInt() row!: number;
}

export class RowsTried {
  /** What each row comes to, in order. */
  @IsIn(rowsCome, { each: true }) rows!: RowComes[];
  /** How many of them break a rule: something is to be fixed before they can be published. */
  @IsInt() toFix!: number;
  /** Why rows are refused. */
  @IsArray() @ValidateNested({ each: true }) @Type(() => RowFault) faults!: RowFault[];
}

export class EntriesImported extends RowsTried {
  /** The id of the entry each row became; null for one that was left out. */
  @IsArray() ids!: (string | null)[];
  /** The act that brought them in; give it with the rows that follow. Null where no row was brought in. */
  @IsUUID() @OrNull() act!: string | null;
}

/** Names in a file, to be looked up for a field that takes categories or entries. */
export class NamesMatch {
  /** The id of the field, also of one inside another. */
  @IsUUID() field!: string;
  @IsArray()
  @ArrayMaxSize(100, { message: 'At most 100 names at a time' })
  @IsString({ each: true })
  @MaxLength(500, { each: true })
  names!: string[];
}

/** Something that a name may mean. */
export class NamedThingAnswer {
  @IsString() id!: string;
  @IsString() label!: string;
  /** Where it stands, or its type. */
  @IsString() @IsOptional() detail?: string;
}

export class MatchedName {
  @IsString() name!: string;
  /** What it means; absent where that cannot be told. */
  @ValidateNested() @Type(() => NamedThingAnswer) @IsOptional() is?: NamedThingAnswer;
  /** What it may have meant, the likeliest first. */
  @IsArray() @ValidateNested({ each: true }) @Type(() => NamedThingAnswer) near!: NamedThingAnswer[];
}

export class NamesMatched {
  @IsArray() @ValidateNested({ each: true }) @Type(() => MatchedName) items!: MatchedName[];
}

/** Names in a file of which categories or drafts are to be made. */
export class NamesMake extends NamesMatch {
  /** The act of bringing in that this goes on with. */
  @IsUUID() @IsOptional() act?: string;
}

export class NamesMade {
  @IsArray() items!: { name: string; id: string }[];
  /** The act of bringing in; give it with the names and rows that follow. */
  @IsUUID() @OrNull() act!: string | null;
}

/** Entries of a type to be published, or sent for review. */
export class SettleEntries {
  @IsArray()
  @ArrayMaxSize(500, { message: 'At most 500 entries at a time' })
  @IsUUID(undefined, { each: true })
  ids!: string[];
  @IsIn(['review', 'published']) to!: 'review' | 'published';
  /** The act that settled those before these, so that all of them can be taken back as one. */
  @IsUUID() @IsOptional() act?: string;
}

export class EntriesSettled {
  @IsInt() done!: number;
  /** How many stay as they are: something is to be fixed in them, or they are gone. */
  @IsInt() held!: number;
  @IsUUID() @OrNull() act!: string | null;
}

export class NewEntry {
  @IsString() @MaxLength(60) type!: string;
  /** The id that it gets: what is sent twice is made once. Left out, it is given one. */
  @IsUUID() @IsOptional() id?: string;
  /** Values by field key. Fields left out get their default. */
  @IsObject() @IsOptional() values?: JsonObject;
  /** Values of localised fields in other languages, by locale and field key. */
  @IsObject() @IsOptional() translations?: JsonObject;
}

/** A JSON merge patch (RFC 7396) of an entry. */
export class EntryPatch {
  /** Values by field key; null empties a field; fields left out stay. */
  @IsObject() @IsOptional() values?: JsonObject;
  /** By locale: values of localised fields in the other languages of the site. */
  @IsObject() @IsOptional() translations?: JsonObject;
  /** By locale: keys of fields whose translation is right as it is, although what it was made from changed. */
  @IsObject() @IsOptional() confirmed?: Record<string, string[]>;
  /** Why this version is kept in the history by itself. */
  @IsIn(keptApart) @IsOptional() apart?: KeptApart;
}

/** What becomes of two entries that are one thing. */
export class EntryMerge {
  /** The one that goes, and the revision at which it was read. */
  @IsUUID() other!: string;
  @IsInt() @Min(1) otherRevision!: number;
  /** What is kept of it, laid over what the one that stays says. */
  @IsObject() @IsOptional() values?: JsonObject;
  @IsObject() @IsOptional() translations?: JsonObject;
}

/** When visitors see a version. Without `from` at once, without `until` for good. */
export class Publication {
  @IsISO8601({ strict: true }) @IsOptional() from?: string;
  @IsISO8601({ strict: true }) @IsOptional() until?: string;
}

/** What is taken from visitors: all that they see and that waits, or one version alone that waits. */
export class Withdrawal extends Instead {
  /** The moment from which the waiting version would be seen, that alone is taken down. */
  @IsISO8601({ strict: true }) @IsOptional() from?: string;
}

export class EntriesQuery extends TableFilters {
  @IsString() @MaxLength(60) type!: string;
  /** A condition over the type's fields, as JSON. */
  @IsString() @MaxLength(8000) @IsOptional() where?: string;
  /** `title`, `changed` or a field's key; with a minus before it for the other direction. */
  @IsString() @MaxLength(70) @IsOptional() sort?: string;
  /** Keys of the fields whose values are wanted, with commas between them; left out, all. */
  @IsString() @MaxLength(4000) @IsOptional() columns?: string;
  /** Whether visitors see it on some page: its own, one with a listing that it is in, one that refers to it. */
  @IsIn(shownAnswers) @IsOptional() shown?: (typeof shownAnswers)[number];
  /** Whether each row is told with a picture and its first words. */
  @IsIn(['yes']) @IsOptional() looks?: 'yes';
  /** `some`: rows are counted up to 2,000, and `atLeast` says where there are more. Left out, all are counted. */
  @IsIn(['some']) @IsOptional() counted?: 'some';
  @Type(() => Number) @IsInt() @Min(1) @Max(500) @IsOptional() limit?: number;
  @IsString() @MaxLength(2000) @IsOptional() cursor?: string;
}

export class ShownOnQuery {
  @IsString() @MaxLength(60) type!: string;
  /** Ids of entries, with commas between them; at most 100. */
  @IsString() @MaxLength(4000) ids!: string;
}

/** A stretch of time in which visitors see a version; without `until` it has no end. */
export class ShownSpan {
  @IsISO8601() from!: string;
  @IsISO8601() @IsOptional() until?: string;
}

export class EntryAnswer {
  @IsUUID() id!: string;
  @IsString() type!: string;
  @IsInt() revision!: number;
  @IsString() title!: string;
  @IsIn(states) state!: State;
  @IsIn(['draft', 'review']) stage!: Stage;
  /** Values of the working version by field key. */
  @IsObject() values!: JsonObject;
  /** By locale: values of localised fields in the other languages of the site. */
  @IsObject() translations!: JsonObject;
  /** By locale: keys of fields whose translation is older than what the main language says. */
  @IsObject() older!: Record<string, string[]>;
  /** Rules that the working version breaks: they hold back publishing. */
  @IsArray() @ValidateNested({ each: true }) @Type(() => FaultAnswer) faults!: FaultAnswer[];
  /** What visitors see now or will see, in order of time. */
  @IsArray() @ValidateNested({ each: true }) @Type(() => ShownSpan) shown!: ShownSpan[];
  /** Whether the working version differs from what visitors see. */
  @IsBoolean() differs!: boolean;
  @IsISO8601() changedAt!: string;
  @IsString() changedBy!: string;
  /** Where visitors find a page of its own; null where none shows it. */
  @IsString() @OrNull() address!: string | null;
}

/** To whom something is given to see to. */
export class GivenTo {
  @IsString() to!: string;
  /** By which day (ISO 8601). */
  @IsString() @IsOptional() day?: string;
}

/** How much visitors said on something: what they see, and what waits to be looked at. */
export class CommentCounts {
  @IsInt() shown!: number;
  @IsInt() held!: number;
}

/** A piece of a text, and whether it is what was sought. */
export class PieceAnswer {
  @IsString() words!: string;
  @IsBoolean() hit!: boolean;
}

/** Where in something the words that are sought stand. */
export class Hit {
  /** The field, and the block it is of. */
  @IsString() label!: string;
  /** The language (BCP 47), where it is not the main one. */
  @IsString() @IsOptional() language?: string;
  @IsArray() @ValidateNested({ each: true }) @Type(() => PieceAnswer) pieces!: PieceAnswer[];
}

/** How a row looks: the address of a picture, and the first words. */
export class RowLook {
  @IsString() @IsOptional() picture?: string;
  @IsString() words!: string;
}

export class EntryRow {
  @IsUUID() id!: string;
  @IsInt() revision!: number;
  @IsString() title!: string;
  @IsIn(states) state!: State;
  @IsBoolean() differs!: boolean;
  @IsInt() faults!: number;
  @IsObject() values!: JsonObject;
  @IsISO8601() changedAt!: string;
  @ValidateNested() @Type(() => GivenTo) @IsOptional() given?: GivenTo;
  /** Left out where nothing is said on it. */
  @ValidateNested() @Type(() => CommentCounts) @IsOptional() comments?: CommentCounts;
  /** Where the words stand that were sought; absent where it is in the title alone. */
  @ValidateNested() @Type(() => Hit) @IsOptional() hit?: Hit;
  @ValidateNested() @Type(() => RowLook) @IsOptional() look?: RowLook;
  /** How far it is said in each other language, by locale; absent where nothing of its type is translated. */
  @IsObject() @IsOptional() languages?: Record<string, SaidIn>;
}

export class EntriesAnswer {
  @IsInt() total!: number;
  /** Whether there are more rows than `total`, up to which they were counted. */
  @IsBoolean() @IsOptional() atLeast?: boolean;
  /** The names of what the rows refer to, by id. */
  @IsObject() names!: Record<string, string>;
  @IsArray() @ValidateNested({ each: true }) @Type(() => EntryRow) items!: EntryRow[];
  /** Ask with this as `cursor` for the rows that follow. Absent on the last page. */
  @IsString() @IsOptional() next?: string;
}

/** Where a thing comes from and goes to. */
export class ReachLink {
  @IsIn(['listing', 'page', 'entry', 'medium', 'shared', 'category', 'type']) sort!:
    'listing' | 'page' | 'entry' | 'medium' | 'shared' | 'category' | 'type';
  @IsUUID() id!: string;
  @IsString() label!: string;
  /** In words: the place it has there, or the address. */
  @IsString() detail!: string;
}

/**
 * Where visitors see entries, by their ids: pages of their own, listings with the addresses of their pages,
 * pages that refer to them. Those that nobody sees are absent.
 */
export class ShownOnAnswer {
  @IsObject() items!: Record<string, ReachLink[]>;
}

/** Visitor pages that a change reaches. */
export class ReachedPages {
  @IsArray() @ValidateNested({ each: true }) @Type(() => ReachLink) pages!: ReachLink[];
}

export class ReachAnswer {
  @IsArray() @ValidateNested({ each: true }) @Type(() => ReachLink) goesTo!: ReachLink[];
  /** Visitor pages that would differ if the working version were published, or what is shown were withdrawn. */
  @IsArray() @ValidateNested({ each: true }) @Type(() => ReachLink) pages!: ReachLink[];
}

export class KnownQuery {
  /** Ids of entries, pages, categories and media, joined by commas; at most 200. */
  @IsString() @MaxLength(8000) ids!: string;
}

/** By id, of each sort; what is gone is left out. */
export class KnownAnswer {
  /** With the values that visitors see, by field id. */
  @IsObject() entries!: Record<string, KnownEntry>;
  @IsObject() pages!: Record<string, KnownPage>;
  @IsObject() categories!: Record<string, KnownCategory>;
  @IsObject() media!: Record<string, KnownMedia>;
  /** Shared blocks, with their blocks as they are worked on and as visitors see them. */
  @IsObject() shared!: Record<string, KnownShared>;
  /** What things in the bin are called. */
  @IsObject() binned!: Record<string, string>;
}

/** What the main language said when translations were written that are older now. */
export class EarlierSources {
  /** Values by field key; a field whose version of then is kept no more is absent. */
  @IsObject() values!: JsonObject;
}

/** Entries that are told of by their ids. */
export class CardsQuery {
  /** Ids of entries, joined by commas; at most 100. */
  @IsString() @MaxLength(4000) ids!: string;
}

/** An entry as it is told of where another names it. */
export class EntryCard extends RowLook {
  @IsUUID() id!: string;
  @IsString() title!: string;
  /** Its type, in words. */
  @IsString() type!: string;
  @IsIn(states) state!: State;
}

export class CardsAnswer {
  /** In the order asked; what is not there is left out. */
  @IsArray() @ValidateNested({ each: true }) @Type(() => EntryCard) items!: EntryCard[];
}

export class FindEntriesQuery {
  /** Words in the title; each may be the beginning of a word. Without any, those changed last. */
  @IsString() @MaxLength(200) @IsOptional() q?: string;
  /** Keys of content types, joined by commas; left out, of every type. */
  @IsString() @MaxLength(2000) @IsOptional() types?: string;
}

export class FoundEntry {
  @IsUUID() id!: string;
  @IsString() label!: string;
  /** Its type, in words. */
  @IsString() detail!: string;
}

export class FoundEntries {
  @IsArray() @ValidateNested({ each: true }) @Type(() => FoundEntry) items!: FoundEntry[];
}
