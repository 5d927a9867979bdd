import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsObject,
  IsOptional,
  IsString,
  IsUUID,
  Length,
  MaxLength,
  ValidateIf,
  ValidateNested,
} from 'class-validator';
import { OrNull, TellsNull } from './or-null';
import type { JsonObject } from '../core/json';
import { FaultAnswer } from './faults';

const NAME = { message: 'A name has 1 to 120 characters' };

export class NewCategory {
  @IsString() @Length(1, 120, NAME) label!: string;
  /** The category it stands below; null for the top of the scheme. */
  @TellsNull() @ValidateIf((category: NewCategory) => category.parent !== null) @IsUUID() parent!:
    string | null;
}

/** A JSON merge patch (RFC 7396) of a category. */
export class CategoryPatch {
  @IsString() @Length(1, 120, NAME) @IsOptional() label?: string;
  @IsString() @MaxLength(96) @IsOptional() slug?: string;
  /** Its name by locale; null takes one away. */
  @IsObject() @IsOptional() labels?: JsonObject;
  @IsObject() @IsOptional() values?: JsonObject;
}

export class CategoryMove {
  @TellsNull() @ValidateIf((move: CategoryMove) => move.parent !== null) @IsUUID() parent!: string | null;
  /** The category to stand after; null for the first place, left out for the last. */
  @ValidateIf((move: CategoryMove) => move.after !== null) @IsUUID() @OrNull() after?: string | null;
}

export class CategoryMerge {
  /** The category that takes over its entries and what stands below it. */
  @IsUUID() into!: string;
}

export class CategorySplit {
  @IsString() @Length(1, 120, NAME) label!: string;
  /** The entries that go to the new category. */
  @IsArray() @ArrayMaxSize(2000) @IsUUID(undefined, { each: true }) entries!: string[];
}

export class CategorySort {
  @TellsNull() @ValidateIf((sort: CategorySort) => sort.parent !== null) @IsUUID() parent!: string | null;
}

export class CategoryImport {
  @IsIn(['indented', 'csv']) format!: 'indented' | 'csv';
  @IsString() @MaxLength(2_000_000) text!: string;
  /** Only tell what would come of it. */
  @IsBoolean() @IsOptional() tryOnly?: boolean;
}

export class DropQuery {
  /** The category that takes over its entries; left out, they lose it. */
  @IsUUID() @IsOptional() to?: string;
}

export class CategoryAnswer {
  @IsUUID() id!: string;
  @IsUUID() @OrNull() parent!: string | null;
  @IsString() key!: string;
  @IsString() slug!: string;
  @IsString() label!: string;
  @IsObject() labels!: Record<string, string>;
  @IsInt() depth!: number;
  @IsObject() values!: JsonObject;
  @IsArray() @ValidateNested({ each: true }) @Type(() => FaultAnswer) faults!: FaultAnswer[];
  @IsInt() revision!: number;
  /** The long work that brings another into it, where so many are in that other that it takes a while. */
  @IsUUID() @IsOptional() goesOn?: string;
}

export class CategoryTakenAway {
  /** The long work that takes it out of what is in it, and away, where that takes a while. */
  @IsUUID() @IsOptional() goesOn?: string;
}

export class CategoriesAnswer {
  /** In reading order, each category right before those below it. */
  @IsArray() @ValidateNested({ each: true }) @Type(() => CategoryAnswer) items!: CategoryAnswer[];
}

export class CategoryCount {
  @IsUUID() id!: string;
  /** Entries that name it themselves. */
  @IsInt() own!: number;
  /** Entries in it or below it, each counted once for a field. */
  @IsInt() all!: number;
}

export class CategoryCounts {
  @IsArray() @ValidateNested({ each: true }) @Type(() => CategoryCount) items!: CategoryCount[];
}

export class CategoryImportAnswer {
  @IsInt() made!: number;
  @IsInt() known!: number;
  /** What could not be read, with the line. */
  @IsArray() @ValidateNested({ each: true }) @Type(() => FaultAnswer) faults!: FaultAnswer[];
}
