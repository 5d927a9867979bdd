import {
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsISO8601,
  IsOptional,
  IsString,
  IsUUID,
  Max,
  Min,
  ValidateNested,
} from 'class-validator';
import { OrNull } from './or-null';
import { Type } from 'class-transformer';

export const actBounds = { limit: 100 } as const;

/** What acts change. */
export const actThings = [
  'entry',
  'page',
  'listing',
  'medium',
  'shared',
  'category',
  'starter',
  'site',
  'address',
  'audience',
  'model',
] as const;

export class ActsQuery {
  /** Only acts that changed the thing of this id. */
  @IsOptional() @IsUUID() of?: string;
  /** Only those before the act of this number. */
  @IsOptional() @Type(() => Number) @IsInt() @Min(1) before?: number;
  @IsOptional() @Type(() => Number) @IsInt() @Min(1) @Max(actBounds.limit) limit?: number;
}

export class ActThing {
  @IsIn(actThings) sort!: (typeof actThings)[number];
  @IsString() id!: string;
  /** What it is called now; empty where it is not there any more. */
  @IsString() label!: string;
}

export class ActAnswer {
  @IsString() id!: string;
  @IsInt() number!: number;
  @IsISO8601() at!: string;
  @IsString() by!: string;
  /** What was done, as a sentence without its subject. */
  @IsString() what!: string;
  @IsOptional() @IsString() why?: string;
  /** How many things it changed, and the first of them. */
  @IsInt() things!: number;
  @IsArray() @ValidateNested({ each: true }) @Type(() => ActThing) first!: ActThing[];
  /** Whether it is the taking back of another. */
  @IsBoolean() undoes!: boolean;
  /** Whether it can be taken back: it is known what was before, and nobody took it back yet. */
  @IsBoolean() canUndo!: boolean;
}

export class ActsAnswer {
  @IsArray() @ValidateNested({ each: true }) @Type(() => ActAnswer) items!: ActAnswer[];
  /** Give it as `before` to go on. */
  @IsOptional() @IsInt() next?: number;
}

/** Something that an undo left as it is, since others changed it meanwhile. */
export class LeftAlone {
  @IsString() label!: string;
  @IsString() why!: string;
}

export class UndoAnswer {
  /** The act that the undo is; null where nothing was left to take back. */
  @IsString() @OrNull() act!: string | null;
  @IsArray() @ValidateNested({ each: true }) @Type(() => LeftAlone) left!: LeftAlone[];
  /** The long work that takes it back, where it changed so much that it takes a while. */
  @IsOptional() @IsUUID() goesOn?: string;
}
