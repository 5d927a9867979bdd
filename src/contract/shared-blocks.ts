import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
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
  Matches,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator';
import { states, type Stage, type State } from '../core/content/states';
import type { JsonObject } from '../core/json';
import { ShownSpan } from './entries';
import { FaultAnswer } from './faults';
import { keptApart, type KeptApart } from './kept-apart';

export class NewSharedBlock {
  @IsString() @Length(1, 120, { message: 'A name has 1 to 120 characters' }) name!: string;
  /** The key by which the slots of page types may name it; it never changes. Left out, it is made from the name. */
  @Matches(/^[a-z][A-Za-z0-9]{0,59}$/, {
    message: 'A key begins with a small letter and has letters and digits, 60 at most',
  })
  @IsOptional()
  key?: string;
  /** The blocks that are one shared block, as pages speak of theirs. */
  @IsArray() @ArrayMinSize(1) @ArrayMaxSize(40) @IsObject({ each: true }) blocks!: JsonObject[];
  /** Whether visitors see it at once. */
  @IsBoolean() @IsOptional() published?: boolean;
}

export class SharedBlockPatch {
  /** Why this version is kept in the history by itself. */
  @IsIn(keptApart) @IsOptional() apart?: KeptApart;
  @IsObject() @IsOptional() values?: JsonObject;
  @IsObject() @IsOptional() translations?: JsonObject;
  /** `blocks`: the blocks that it is, replaced whole. */
  @IsObject() @IsOptional() slots?: JsonObject;
}

/** A shared block as others speak of it. */
class SharedBlockBase {
  @IsUUID() id!: string;
  /** The key by which the slots of page types may name it. */
  @IsString() key!: string;
  @IsString() title!: string;
  @IsIn(states) state!: State;
  @IsInt() revision!: number;
  /** On how many pages it stands in what is worked on, and in how many sites those are. */
  @IsInt() pages!: number;
  @IsInt() sites!: number;
}

export class SharedBlockRow extends SharedBlockBase {
  /** The keys of the types of its blocks, in order. */
  @IsArray() @IsString({ each: true }) types!: string[];
}

export class SharedBlocksAnswer {
  /** By what they are called. */
  @IsArray() @ValidateNested({ each: true }) @Type(() => SharedBlockRow) items!: SharedBlockRow[];
}

export class SharedBlockAnswer extends SharedBlockBase {
  @IsIn(['draft', 'review']) stage!: Stage;
  /** Its name. */
  @IsObject() values!: JsonObject;
  @IsObject() translations!: JsonObject;
  /** `blocks`: the blocks that it is, as pages speak of theirs. */
  @IsObject() slots!: JsonObject;
  @IsObject() older!: Record<string, string[]>;
  @IsObject() olderBlocks!: Record<string, Record<string, string[]>>;
  /** Whether someone who reviews must publish it: a page type asks for that which may hold it. */
  @IsBoolean() asksReview!: boolean;
  /** The names of what it refers to, by id. */
  @IsObject() names!: Record<string, string>;
  @IsArray() @ValidateNested({ each: true }) @Type(() => FaultAnswer) faults!: FaultAnswer[];
  @IsArray() @ValidateNested({ each: true }) @Type(() => ShownSpan) shown!: ShownSpan[];
  @IsBoolean() differs!: boolean;
  @IsISO8601() changedAt!: string;
  @IsString() changedBy!: string;
}

export class SharedPlacesQuery {
  /** Words in the title or the address of pages. */
  @IsString() @MaxLength(200) @IsOptional() q?: string;
  @Type(() => Number) @IsInt() @Min(0) @IsOptional() from?: number;
  @Type(() => Number) @IsInt() @Min(1) @Max(200) @IsOptional() limit?: number;
}

/** A page on which a shared block stands or may stand. */
export class SharedPlace {
  @IsUUID() id!: string;
  @IsString() title!: string;
  @IsString() address!: string;
  @IsString() type!: string;
  @IsUUID() site!: string;
  /** Whether it stands there in what is worked on, and in what visitors see. */
  @IsBoolean() stands!: boolean;
  @IsBoolean() seen!: boolean;
  /** Where it stands or would stand: the labels of slots. */
  @IsString() slot!: string;
  /** Whether something is said differently there. */
  @IsBoolean() differs!: boolean;
  /** Why it cannot be put there, or not taken off, in words. */
  @IsString() @IsOptional() why?: string;
}

export class SharedPlacesAnswer {
  @IsInt() total!: number;
  @IsArray() @ValidateNested({ each: true }) @Type(() => SharedPlace) items!: SharedPlace[];
}

/** Puts a shared block on pages, or takes it off, in what is worked on. */
export class SharedPlacing {
  @IsArray() @ArrayMinSize(1) @ArrayMaxSize(200) @IsUUID('all', { each: true }) pages!: string[];
  @IsBoolean() stands!: boolean;
}
