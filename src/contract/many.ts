import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  IsArray,
  IsIn,
  IsInt,
  IsISO8601,
  IsObject,
  IsOptional,
  IsString,
  IsUUID,
  Matches,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator';
import { OrNull } from './or-null';
import { fieldChanges } from '../core/content/change-field';
import { shownAnswers } from '../core/content/states';
import type { Json } from '../core/json';
import { ReachLink } from './entries';
import { AllFilters, TableFilters } from './table-filters';

/** What can be done to many entries besides changing a field of them. */
export const wholeChanges = ['publish', 'schedule', 'withdraw', 'submit', 'give', 'bin', 'restore'] as const;
export const manyChanges = [...fieldChanges, ...wholeChanges] as const;
export type ManyChangeName = (typeof manyChanges)[number];

export const manyBounds = { ids: 500, values: 100, words: 500, days: 36_500 } as const;

/** One thing done to many entries, with what it needs. */
export class ManyChange {
  @IsIn(manyChanges) does!: ManyChangeName;
  /** The key of the field that is changed. */
  @IsString() @MaxLength(60) @IsOptional() field?: string;
  /** What is set. */
  @IsOptional() value?: Json;
  /** What is added or taken. */
  @IsArray() @ArrayMaxSize(manyBounds.values) @IsOptional() values?: Json[];
  /** The words that are found, and those that stand in their place. */
  @IsString() @MaxLength(manyBounds.words) @IsOptional() find?: string;
  @IsString() @MaxLength(manyBounds.words) @IsOptional() put?: string;
  /** By how many days it is shifted. */
  @IsInt() @Min(-manyBounds.days) @Max(manyBounds.days) @IsOptional() days?: number;
  /** From when and until when it is seen. */
  @IsISO8601({ strict: true }) @IsOptional() from?: string;
  @IsISO8601({ strict: true }) @IsOptional() until?: string;
  /** To whom it is given, by which day, with which words. */
  @IsUUID() @IsOptional() to?: string;
  @Matches(/^\d{4}-\d{2}-\d{2}$/, { message: 'A day is given as 2026-12-24' }) @IsOptional() day?: string;
  @IsString() @MaxLength(manyBounds.words) @IsOptional() words?: string;
}

/** All that a table finds. */
export class ManyFound extends TableFilters {
  @IsString() @MaxLength(8000) @IsOptional() where?: string;
  @IsIn(shownAnswers) @IsOptional() shown?: (typeof shownAnswers)[number];
}

/** Some entries that are named, and what is done to them. */
class ManyNamed {
  @IsArray()
  @ArrayMaxSize(manyBounds.ids, { message: `At most ${manyBounds.ids} entries are named at a time` })
  @IsUUID(undefined, { each: true })
  @IsOptional()
  ids?: string[];
  @IsObject() @ValidateNested() @Type(() => ManyChange) change!: ManyChange;
}

/** Some entries of a type, by their ids or as its table finds them, and what is done to them. */
export class ManyAsked extends ManyNamed {
  @IsObject() @ValidateNested() @Type(() => ManyFound) @IsOptional() found?: ManyFound;
}

/** Some entries of several types, by their ids or as the table of all content finds them, and what is done to them. */
export class ManyOfAllAsked extends ManyNamed {
  @IsObject() @ValidateNested() @Type(() => AllFilters) @IsOptional() found?: AllFilters;
}

/** An entry that stays as it is, and why. */
export class ManyHeld {
  @IsUUID() id!: string;
  @IsString() title!: string;
  @IsString() why!: string;
}

/** What a change of many comes to: of how many, and those that cannot be changed, the first of them with why. */
export class ManyComesTo {
  @IsInt() changed!: number;
  /** How many say so already. */
  @IsInt() same!: number;
  @IsInt() held!: number;
  @IsArray() @ValidateNested({ each: true }) @Type(() => ManyHeld) firstHeld!: ManyHeld[];
}

export class ManyTried extends ManyComesTo {
  /** How many there are in all, and how many of them were looked at. */
  @IsInt() total!: number;
  @IsInt() looked!: number;
  /** The visitors' pages that may differ afterwards. */
  @IsArray() @ValidateNested({ each: true }) @Type(() => ReachLink) pages!: ReachLink[];
}

export class ManyDone extends ManyComesTo {
  /** The act that did it, to be taken back; null where nothing changed, or it is no act. */
  @IsUUID() @OrNull() act!: string | null;
  /** The long work that does it, where they are many. */
  @IsUUID() @IsOptional() goesOn?: string;
}
