import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsInt,
  IsISO8601,
  IsObject,
  IsOptional,
  IsString,
  IsUUID,
  Length,
  Matches,
  MaxLength,
  ValidateNested,
} from 'class-validator';
import type { JsonObject } from '../core/json';

/** What a starter holds: blocks, or a whole page. */
class StarterHolds {
  /** Blocks, as pages speak of theirs; each may have `hints`, by field key. */
  @IsArray() @ArrayMinSize(1) @ArrayMaxSize(40) @IsObject({ each: true }) @IsOptional() blocks?: JsonObject[];
  /** The key of the page type that a whole page of it is; then `values`, `slots` and so on, as pages speak of them. */
  @IsString() @MaxLength(60) @IsOptional() type?: string;
  @IsObject() @IsOptional() values?: JsonObject;
  @IsObject() @IsOptional() translations?: JsonObject;
  @IsObject() @IsOptional() slots?: JsonObject;
  @IsString() @MaxLength(60) @IsOptional() layout?: string;
  /** The listing that fills the page. */
  @IsUUID() @IsOptional() listing?: string;
  /** What an editor is told to write in the page's own fields, by field key. */
  @IsObject() @IsOptional() hints?: JsonObject;
}

export class NewStarter extends StarterHolds {
  @IsString() @Length(1, 120, { message: 'A name has 1 to 120 characters' }) name!: string;
  @IsString()
  @MaxLength(500, { message: 'A description has at most 500 characters' })
  @IsOptional()
  about?: string;
  /** The key by which a page type may begin with it; it never changes. Left out, it is made from the name. */
  @Matches(/^[a-z][A-Za-z0-9]{0,59}$/, {
    message: 'A key begins with a small letter and has letters and digits, 60 at most',
  })
  @IsOptional()
  key?: string;
}

/** What it holds is replaced whole, where `blocks` or `type` is given. */
export class StarterPatch extends StarterHolds {
  @IsString() @Length(1, 120, { message: 'A name has 1 to 120 characters' }) @IsOptional() name?: string;
  @IsString()
  @MaxLength(500, { message: 'A description has at most 500 characters' })
  @IsOptional()
  about?: string;
}

/** A starter as others speak of it. */
export class StarterRow {
  @IsUUID() id!: string;
  @IsString() key!: string;
  @IsString() name!: string;
  @IsString() about!: string;
  /** The key of the page type that a whole page of it is; absent where it is blocks, or that type is gone. */
  @IsString() @IsOptional() type?: string;
  /** Whether it is a whole page. */
  @IsBoolean() isPage!: boolean;
  /** The keys of the types of its blocks, those in its slots and none inside others, in order. */
  @IsArray() @IsString({ each: true }) types!: string[];
  /** The page types that new pages of begin with it, by key. */
  @IsArray() @IsString({ each: true }) begins!: string[];
  @IsInt() revision!: number;
  @IsISO8601() changedAt!: string;
  @IsString() changedBy!: string;
}

export class StartersAnswer {
  /** By their names. */
  @IsArray() @ValidateNested({ each: true }) @Type(() => StarterRow) items!: StarterRow[];
}

export class StarterAnswer extends StarterRow {
  /** What the page says itself, where it is a whole page. */
  @IsObject() values!: JsonObject;
  @IsObject() translations!: JsonObject;
  @IsObject() hints!: JsonObject;
  /** Blocks by slot key; of blocks alone, under `blocks`. What they name that is gone by now is left out. */
  @IsObject() slots!: JsonObject;
  @IsString() @IsOptional() layout?: string;
  @IsUUID() @IsOptional() listing?: string;
}
