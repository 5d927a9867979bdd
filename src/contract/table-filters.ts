import { IsIn, IsISO8601, IsOptional, IsString, IsUUID, Matches, MaxLength } from 'class-validator';
import { shownAnswers, states, type ShownAnswer, type State } from '../core/content/states';
import { tableOnly, type TableOnly } from '../core/content/table-look';

const DAY = /^\d{4}-\d{2}-\d{2}$/;
const day = { message: 'A day is given as 2026-12-24' };

/** What narrows a table, whatever lies in it. Days are those of the site. */
export class TableFilters {
  @IsIn(states) @IsOptional() state?: State;
  /** Words that stand anywhere in it: each may be the beginning of one; between quotation marks they follow one another. */
  @IsString() @MaxLength(200) @IsOptional() q?: string;
  /** The one language (BCP 47) in whose words is sought. */
  @IsString() @MaxLength(35) @IsOptional() language?: string;
  @IsIn(tableOnly) @IsOptional() only?: TableOnly;
  /** By whom it was changed last. */
  @IsUUID() @IsOptional() author?: string;
  /** Changed from this day on, and up to this one. */
  @Matches(DAY, day) @IsISO8601({ strict: true }, day) @IsOptional() changedFrom?: string;
  @Matches(DAY, day) @IsISO8601({ strict: true }, day) @IsOptional() changedUntil?: string;
  /** Seen by visitors from a day not before this one, and not after this one. */
  @Matches(DAY, day) @IsISO8601({ strict: true }, day) @IsOptional() publishedFrom?: string;
  @Matches(DAY, day) @IsISO8601({ strict: true }, day) @IsOptional() publishedUntil?: string;
  /** A language (BCP 47) in which nothing is said. */
  @IsString() @MaxLength(35) @IsOptional() lacks?: string;
  /** A language (BCP 47) in which something is older than what the main language says. */
  @IsString() @MaxLength(35) @IsOptional() older?: string;
  /** A category or a tag that it stands in, or in one below it. */
  @IsUUID() @IsOptional() category?: string;
  /** Whether what stands below the category is left out. */
  @IsIn(['yes']) @IsOptional() alone?: 'yes';
}

/** What narrows the table of all content. */
export class AllFilters extends TableFilters {
  /**
   * Those of some types alone: keys of content types, `page:` and the key of a page type, `media`; with commas
   * between.
   */
  @IsString() @MaxLength(4000) @IsOptional() types?: string;
  /**
   * A condition over what these types have in common, or one of them has (`finding:seen`), as in rules of
   * listings: JSON.
   */
  @IsString() @MaxLength(8000) @IsOptional() where?: string;
  /** Whether visitors see it somewhere. */
  @IsIn(shownAnswers) @IsOptional() shown?: ShownAnswer;
}
