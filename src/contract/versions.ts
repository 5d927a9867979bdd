import { Type } from 'class-transformer';
import {
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
import type { VersionContent } from '../core/content/versions';
import { ShownSpan } from './entries';

/** What has versions: records, and categories by what was done to them. */
export const versionedSorts = ['entry', 'page', 'listing', 'medium', 'shared', 'category'] as const;
export type VersionedSort = (typeof versionedSorts)[number];

export class VersionsQuery {
  /** Only those before the version of this number. */
  @Type(() => Number) @IsInt() @Min(1) @IsOptional() before?: number;
  @Type(() => Number) @IsInt() @Min(1) @Max(50) @IsOptional() limit?: number;
}

export class VersionRow {
  @IsInt() number!: number;
  @IsISO8601() at!: string;
  @IsString() by!: string;
  /** What was done, in the words of the history. */
  @IsString() why!: string;
  /** What somebody called it. */
  @IsString() @IsOptional() name?: string;
  /** In which fields, slots and other parts it differs from the version before it. */
  @IsArray() @IsString({ each: true }) changed!: string[];
  /** When visitors saw it, see it or will see it. */
  @IsArray() @ValidateNested({ each: true }) @Type(() => ShownSpan) shown!: ShownSpan[];
  /** Whether visitors see it now. */
  @IsBoolean() showsNow!: boolean;
}

export class VersionsAnswer {
  @IsIn(versionedSorts) sort!: VersionedSort;
  @IsString() title!: string;
  /** The id of its type, or of the scheme of a category; null where its sort is all there is. */
  @IsUUID() @OrNull() type!: string | null;
  /** The revision at which it is: changing it needs this. */
  @IsInt() revision!: number;
  @IsBoolean() binned!: boolean;
  @IsInt() total!: number;
  /** The newest first; the first of all is the working version. */
  @IsArray() @ValidateNested({ each: true }) @Type(() => VersionRow) items!: VersionRow[];
  /** Give it as `before` for those that are older. */
  @IsInt() @IsOptional() next?: number;
}

/** Which version: by its number, by a moment at which visitors saw it, or (with neither) the working one. */
export class VersionQuery {
  @Type(() => Number) @IsInt() @Min(1) @IsOptional() number?: number;
  @IsISO8601({ strict: true }) @IsOptional() seenAt?: string;
}

export class VersionAnswer {
  /** Absent for one that only visitors saw. */
  @IsInt() @IsOptional() number?: number;
  @IsISO8601() at!: string;
  @IsString() by!: string;
  /** When visitors saw it, where it was asked for by that. */
  @ValidateNested() @Type(() => ShownSpan) @IsOptional() shown?: ShownSpan;
  /** What it says, spoken by keys of the model in force. */
  @IsObject() content!: VersionContent;
}

export class VersionName {
  /** Nothing takes the name away. */
  @IsString() @MaxLength(80, { message: 'A name has at most 80 characters' }) name!: string;
}
