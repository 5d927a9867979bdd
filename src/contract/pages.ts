import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  Length,
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
  ValidateIf,
  ValidateNested,
} from 'class-validator';
import { OrNull, TellsNull } from './or-null';
import { states, type Stage, type State } from '../core/content/states';
import type { JsonObject } from '../core/json';
import type { VisitorPage } from '../core/site/visitor-page';
import { ShownSpan } from './entries';
import { FaultAnswer } from './faults';
import { Instead } from './instead';
import { keptApart, type KeptApart } from './kept-apart';
import { SiteAnswer } from './sites';

/** From when a new place of a page holds: at once, or from when the page is next published. */
export const placeFroms = ['now', 'publication'] as const;
export type PlaceFrom = (typeof placeFroms)[number];

export class NewPage {
  @IsString() @MaxLength(60) type!: string;
  /** The page it stands under; null for the top of a site. */
  @TellsNull() @ValidateIf((page: NewPage) => page.parent !== null) @IsUUID() parent!: string | null;
  /** The site at whose top it stands; left out, the first. */
  @IsUUID() @IsOptional() site?: string;
  @IsObject() @IsOptional() values?: JsonObject;
  /** Values of localised fields in other languages, by locale and field key. */
  @IsObject() @IsOptional() translations?: JsonObject;
  /** The last piece of the address. Left out, it is made from the title. */
  @IsString() @MaxLength(200) @IsOptional() slug?: string;
  /** The listing that fills it, for a page type whose source is a listing or the categories of a scheme. */
  @IsUUID() @IsOptional() listing?: string;
  /** The category whose words it holds, below the page that says how the pages of its scheme are. */
  @IsUUID() @IsOptional() category?: string;
  /** Blocks by slot key. Left out, the slots begin as the starter or their type says. */
  @IsObject() @IsOptional() slots?: JsonObject;
  /** The key of the layout it is set out in. */
  @IsString() @MaxLength(60) @IsOptional() layout?: string;
  /** The starter it begins with; null for none. Left out, it is the one that its type names. */
  @ValidateIf((page: NewPage) => page.starter !== null)
  @IsUUID()
  @IsOptional()
  starter?: string | null;
  /** What it sets itself of the settings that are open on a page. */
  @IsObject() @IsOptional() settings?: JsonObject;
}

export class PagePatch {
  /** Why this version is kept in the history by itself. */
  @IsIn(keptApart) @IsOptional() apart?: KeptApart;
  /**
   * What stands first here of listings that go by hand: ids in order, at most 500, by the id of the listing;
   * null takes all of one's back.
   */
  @IsObject() @IsOptional() byHand?: JsonObject;
  /** The entries that fill it, by their ids, in order, for a page type whose source is a collection; at most 200. */
  @IsArray() @IsString({ each: true }) @IsOptional() picks?: string[];
  /** A listing in force whose result the picks begin with, in place of those there are. */
  @IsUUID() @IsOptional() beginFrom?: string;
  @IsObject() @IsOptional() values?: JsonObject;
  @IsObject() @IsOptional() translations?: JsonObject;
  /** Blocks by slot key: a slot that is named is replaced whole, null empties it, the others stay. */
  @IsObject() @IsOptional() slots?: JsonObject;
  /** What was taken off and is kept: blocks as in slots, replaced whole; at most 60. */
  @IsArray() @IsObject({ each: true }) @IsOptional() tray?: JsonObject[];
  @IsString() @MaxLength(60) @IsOptional() layout?: string;
  /** Settings by key; null goes back to the inherited one. */
  @IsObject() @IsOptional() settings?: JsonObject;
  @IsString() @MaxLength(200) @IsOptional() slug?: string;
  /** From when another last piece of the address holds; left out, at once. */
  @IsIn(placeFroms) @IsOptional() placeFrom?: PlaceFrom;
  @ValidateIf((page: PagePatch) => page.listing !== null) @IsUUID() @OrNull() listing?: string | null;
}

export class BinPageQuery extends Instead {
  /** Whether the pages below it go with it; without, it is refused where some stand there. */
  @IsIn(['yes', 'no']) @IsOptional() branch?: 'yes' | 'no';
}

/** Copies of blocks for several pages, with all they say. */
export class FillOnce {
  /** The blocks, as pages speak of theirs. */
  @IsArray() @ArrayMinSize(1) @ArrayMaxSize(40) @IsObject({ each: true }) blocks!: JsonObject[];
  /** The key of the slot in which they stand: where a page has one of the same name that takes them, they go there. */
  @IsString() @MaxLength(60) @IsOptional() slot?: string;
  @IsArray() @ArrayMinSize(1) @ArrayMaxSize(200) @IsUUID('all', { each: true }) pages!: string[];
}

class PageLeft {
  @IsUUID() id!: string;
  @IsString() title!: string;
  @IsString() why!: string;
}

/** What became of blocks that were put on several pages, or taken off them. */
export class BlocksPut {
  /** How many pages were changed. */
  @IsInt() changed!: number;
  /** Pages that were not, each with why. */
  @IsArray() @ValidateNested({ each: true }) @Type(() => PageLeft) left!: PageLeft[];
}

/** A new place in the tree: under a page, after one of its children or before them all. */
export class PageMove {
  @TellsNull() @ValidateIf((move: PageMove) => move.parent !== null) @IsUUID() parent!: string | null;
  @ValidateIf((move: PageMove) => move.after !== null) @IsUUID() @OrNull() after?: string | null;
  /** From when it stands there; left out, at once. */
  @IsIn(placeFroms) @IsOptional() placeFrom?: PlaceFrom;
}

export class PageCopy {
  /** The page it stands under; left out, where the page stands that is copied. */
  @IsUUID() @IsOptional() parent?: string;
  /** What the copy is called; left out, as the page. */
  @IsString() @Length(1, 200) @IsOptional() title?: string;
  /** Whether all that stands below it is copied with it, 200 pages at most. */
  @IsBoolean() @IsOptional() branch?: boolean;
}

export class TreeQuery {
  /** A moment, to be told how the trees were then, or will be as far as it is planned. */
  @IsISO8601({ strict: true }) @IsOptional() at?: string;
}

export class TreeSeenQuery {
  /** The pages whose branches are open, by their ids with commas between; at most 100. */
  @IsString() @MaxLength(3_700) @IsOptional() open?: string;
  /** The page at which one is: what stands beside and below it, and on the way to it, is told too. */
  @IsUUID() @IsOptional() here?: string;
  /** Words in the titles of pages, or how their addresses begin: those are told, with the way to each. */
  @IsString() @MaxLength(200) @IsOptional() q?: string;
}

export class BelowQuery {
  /** Pages by their ids, with commas between; at most 100. */
  @IsString() @MaxLength(3_700) ids!: string;
}

export class WaitingPlaceQuery {
  /** When it would begin; left out, the one that waits for the page to be published. */
  @IsISO8601({ strict: true }) @IsOptional() from?: string;
}

/** A place that a page is to take. */
export class WaitingPlace {
  /** From when; left out, from when the page is next published. */
  @IsISO8601() @IsOptional() from?: string;
  /** The page it will stand under; null for the top of its site. */
  @IsUUID() @OrNull() parent!: string | null;
  @IsString() under!: string;
  @IsString() slug!: string;
  @IsString() address!: string;
}

export class TreePage {
  @IsUUID() id!: string;
  /** The site in whose tree it stands. */
  @IsUUID() site!: string;
  @IsUUID() @OrNull() parent!: string | null;
  @IsString() type!: string;
  /** The category whose words it holds: it stands on that category's page. */
  @IsUUID() @OrNull() category!: string | null;
  @IsString() title!: string;
  @IsString() slug!: string;
  @IsString() address!: string;
  @IsIn(states) state!: State;
  @IsInt() revision!: number;
  /** Whether it is to stand in the navigation; left out of the trees of another moment. */
  @IsBoolean() @IsOptional() inNavigation?: boolean;
}

export class TreeAnswer {
  @IsArray() @ValidateNested({ each: true }) @Type(() => SiteAnswer) sites!: SiteAnswer[];
  /** One site after the other, each page after its parent, children in order. */
  @IsArray() @ValidateNested({ each: true }) @Type(() => TreePage) pages!: TreePage[];
}

/** A site whose tree is told in part. */
export class SiteTree extends SiteAnswer {
  /** How many pages stand in it. */
  @IsInt() pages!: number;
}

export class BranchPage extends TreePage {
  /** How many pages stand right below it, by the keys of their types. */
  @IsObject() below!: Record<string, number>;
}

/** What of the trees of all sites is seen. */
export class TreeSeen {
  @IsArray() @ValidateNested({ each: true }) @Type(() => SiteTree) sites!: SiteTree[];
  /** In the order of the trees; of a page whose branch is told, all that stand right below it. */
  @IsArray() @ValidateNested({ each: true }) @Type(() => BranchPage) pages!: BranchPage[];
  /** Whether these are all pages there are. */
  @IsBoolean() whole!: boolean;
  /** The pages that have what was sought, by their ids: the first 200 by their addresses. */
  @IsArray() @IsUUID('all', { each: true }) @IsOptional() found?: string[];
}

export class PagesByTypeQuery {
  /** Keys of page types of which the pages themselves are told too, with commas between. */
  @IsString() @MaxLength(4_000) @IsOptional() told?: string;
  /** Words in their titles, or how their addresses begin: those alone are told. */
  @IsString() @MaxLength(200) @IsOptional() q?: string;
  /** A page that is not told among them. */
  @IsUUID() @IsOptional() except?: string;
}

export class PageOfType {
  @IsUUID() id!: string;
  @IsString() type!: string;
  @IsString() title!: string;
  @IsString() address!: string;
  @IsIn(states) state!: State;
}

/** How many pages there are of each type; what holds the words of one category is no page by itself. */
export class PagesByType {
  /** By the keys of their types. */
  @IsObject() counts!: Record<string, number>;
  /** How many are of the types that are asked for, and have what is sought. */
  @IsInt() found!: number;
  /** The first 200 of them, by their addresses. */
  @IsArray() @ValidateNested({ each: true }) @Type(() => PageOfType) pages!: PageOfType[];
}

export class PagesAtMomentQuery {
  /** The moment. */
  @IsISO8601({ strict: true }) at!: string;
  /** Whether those too are told that stand then as they do now. */
  @IsIn(['yes', 'no']) @IsOptional() all?: 'yes' | 'no';
  /** Words in a title or an address that a page has then or now. */
  @IsString() @MaxLength(200) @IsOptional() q?: string;
}

export class StandingAnswer {
  @IsString() address!: string;
  @IsIn(states) state!: State;
}

export class PageAtMoment {
  @IsUUID() id!: string;
  @IsString() title!: string;
  /** How deep it stands in the tree of that moment. */
  @IsInt() depth!: number;
  /** How it stands then; null where it stands in no tree. */
  @ValidateNested() @Type(() => StandingAnswer) @OrNull() then!: StandingAnswer | null;
  /** How it stands now, likewise. */
  @ValidateNested() @Type(() => StandingAnswer) @OrNull() now!: StandingAnswer | null;
  /** Whether it stands elsewhere then, at another address, or otherwise with visitors. */
  @IsBoolean() differs!: boolean;
}

export class PagesAtMoment {
  /** How many there are of what is asked. */
  @IsInt() found!: number;
  /** The first 300: in the order of the trees of that moment, then those that stand in none of them. */
  @IsArray() @ValidateNested({ each: true }) @Type(() => PageAtMoment) pages!: PageAtMoment[];
}

class PageBelow {
  @IsUUID() id!: string;
  @IsString() title!: string;
  @IsIn(states) state!: State;
}

/** What stands below some pages, at any depth, but for these themselves. */
export class PagesBelow {
  @IsInt() all!: number;
  /** How many of them visitors see, and how many are copied with a branch: all but the words of categories. */
  @IsInt() seen!: number;
  @IsInt() copied!: number;
  /** The first 200 by their addresses, those that visitors see first. */
  @IsArray() @ValidateNested({ each: true }) @Type(() => PageBelow) items!: PageBelow[];
}

/** An entry that was picked for a page. */
export class Pick {
  @IsUUID() id!: string;
  @IsString() label!: string;
  @IsString() type!: string;
  /** Whether visitors see it; one that is in the bin or gone is passed over too. */
  @IsIn(['shown', 'not shown', 'gone']) standing!: 'shown' | 'not shown' | 'gone';
}

class Named {
  @IsUUID() id!: string;
  @IsString() label!: string;
}

/** How the listing that a collection began with has moved on since. */
export class PageDrift {
  @IsUUID() listing!: string;
  @IsString() label!: string;
  /** What it shows now, did not show then, and is not picked; at most 20. */
  @IsArray() @ValidateNested({ each: true }) @Type(() => Named) came!: Named[];
  /** How many it showed then and does not show now. */
  @IsInt() went!: number;
}

export class PageAnswer extends TreePage {
  @IsIn(['draft', 'review']) stage!: Stage;
  @IsObject() values!: JsonObject;
  /** What it says in the other languages, by locale: the localised fields. */
  @IsObject() translations!: JsonObject;
  @IsUUID() @OrNull() listing!: string | null;
  @IsArray() @ValidateNested({ each: true }) @Type(() => Pick) picks!: Pick[];
  @ValidateNested() @Type(() => PageDrift) @OrNull() drift!: PageDrift | null;
  /** What stands first here of listings that go by hand: ids in order, by listing. */
  @IsObject() byHand!: Record<string, string[]>;
  /**
   * Blocks by slot key: id, type, values by field key, translations, variant, listing, and blocks in slots of
   * their own.
   */
  @IsObject() slots!: JsonObject;
  /** What was taken off and is kept: blocks as in slots. */
  @IsArray() @IsObject({ each: true }) tray!: JsonObject[];
  /** By locale: keys of fields whose translation is older than what the main language says. */
  @IsObject() older!: Record<string, string[]>;
  /** The same of blocks, by locale and the id of the block. */
  @IsObject() olderBlocks!: Record<string, Record<string, string[]>>;
  @IsString() @OrNull() layout!: string | null;
  /** The settings it sets itself. */
  @IsObject() settings!: JsonObject;
  /** What an editor is told to write in its own fields, by field key, where a starter left that to them. */
  @IsObject() hints!: JsonObject;
  /** The names of what it refers to, by id. */
  @IsObject() names!: Record<string, string>;
  @IsArray() @ValidateNested({ each: true }) @Type(() => FaultAnswer) faults!: FaultAnswer[];
  @IsArray() @ValidateNested({ each: true }) @Type(() => ShownSpan) shown!: ShownSpan[];
  @IsBoolean() differs!: boolean;
  /** The places that it is to take, the soonest first; the one that waits for it to be published last. */
  @IsArray() @ValidateNested({ each: true }) @Type(() => WaitingPlace) waitingPlaces!: WaitingPlace[];
  @IsISO8601() changedAt!: string;
  @IsString() changedBy!: string;
}

export class PreviewQuery {
  /** The number of an earlier version, to look at that in place of the working one. */
  @Type(() => Number) @IsInt() @Min(1) @IsOptional() version?: number;
  /** A moment, to look at what visitors saw then of the page itself, among all else as it is now. */
  @IsISO8601({ strict: true }) @IsOptional() seenAt?: string;
  /** One of the site's other languages. */
  @IsString() @MaxLength(35) @IsOptional() language?: string;
  /** The category to look at it by, for a page that shows the categories of a scheme. */
  @IsUUID() @IsOptional() category?: string;
  /** Whether it is drawn to be arranged: with the blocks that visitors do not see. */
  @IsIn(['yes']) @IsOptional() arranging?: 'yes';
  /** As whom it is looked at: `everybody`, `in` for whoever is signed in, or the id of a group of visitors. */
  @IsString() @MaxLength(36) @IsOptional() as?: string;
}

/** Everything a visitor's page is drawn from, as plain data. */
export class PagePreview {
  @IsObject() page!: VisitorPage;
  /** The revision of the page that is drawn. */
  @IsInt() revision!: number;
  /** Slots that show what a page above put there, by their ids, and which page that is. */
  @IsObject() inherited!: Record<string, { id: string; label: string }>;
}

export class SeenQuery {
  /** An address of the site, as a visitor types it. */
  @IsString() @MaxLength(2000) address!: string;
}

/** What a visitor's page is of: a page, an entry that has one, or the words of a category. */
export class SeenOwn {
  @IsIn(['page', 'entry', 'category']) sort!: 'page' | 'entry' | 'category';
  /** Of the entry, or of the page in which it is written. */
  @IsUUID() id!: string;
  @IsString() label!: string;
}

/** A visitor's page as it stands now, with where each piece of it comes from. */
export class SeenPage {
  @IsObject() drawn!: VisitorPage;
  @ValidateNested() @Type(() => SeenOwn) own!: SeenOwn;
  /** The page of the tree that stands there, or says how such pages are. */
  @IsUUID() page!: string;
  /** The page in which each block stands, by the id of the block: its own, or one above that hands it down. */
  @IsObject() blocks!: Record<string, string>;
}

/** Whether something may stand at a place, and why not. */
export class PlaceVerdict {
  /** The page above (null: the top of the site), or a page type's key. */
  @IsString() @OrNull() id!: string | null;
  @IsString() label!: string;
  /** The address of the page above. */
  @IsString() @IsOptional() detail?: string;
  @IsBoolean() allowed!: boolean;
  @IsArray() @IsString({ each: true }) reasons!: string[];
}

export class PlacesAnswer {
  @IsArray() @ValidateNested({ each: true }) @Type(() => PlaceVerdict) items!: PlaceVerdict[];
}

export const homesBounds = { limit: 100 } as const;

export class HomesQuery {
  /** Words in the titles of the pages above; also those are told where the page may not stand, with why. */
  @IsString() @MaxLength(200) @IsOptional() q?: string;
  @IsOptional() @Type(() => Number) @IsInt() @Min(1) @Max(homesBounds.limit) limit?: number;
}

export class HomesAnswer extends PlacesAnswer {
  /** Whether there are more than are told; words find them. */
  @IsBoolean() more!: boolean;
}

export class AddressQuery {
  @IsString() @MaxLength(500) title!: string;
  @IsString() @MaxLength(60) type!: string;
  @IsUUID() @IsOptional() parent?: string;
  @IsUUID() @IsOptional() site?: string;
}

/** The address that a title would get at a place. */
export class AddressAnswer {
  @IsString() slug!: string;
  @IsString() address!: string;
}
