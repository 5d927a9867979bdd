import { Type } from 'class-transformer';
import {
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsISO8601,
  IsOptional,
  IsString,
  Max,
  Min,
  ValidateNested,
} from 'class-validator';

export const longWorkBounds = { limit: 100 } as const;

/** How it stands with a piece of long work; the last three are over. */
export const workStates = ['waiting', 'running', 'done', 'failed', 'stopped'] as const;
export type WorkState = (typeof workStates)[number];

export class LongWorkQuery {
  /** Only what came before the work of this number. */
  @IsOptional() @Type(() => Number) @IsInt() @Min(1) before?: number;
  @IsOptional() @Type(() => Number) @IsInt() @Min(1) @Max(longWorkBounds.limit) limit?: number;
}

/** Work that takes longer than a request, or is due at a time. */
export class WorkAnswer {
  @IsString() id!: string;
  @IsInt() number!: number;
  /** What it does. */
  @IsString() what!: string;
  /** Who asked for it; empty where it follows by itself. */
  @IsString() by!: string;
  @IsIn(workStates) state!: WorkState;
  /** How many are done, and of how many where that is known. */
  @IsInt() done!: number;
  @IsOptional() @IsInt() total?: number;
  /** Why it failed, or what came of it. */
  @IsOptional() @IsString() told?: string;
  @IsISO8601() at!: string;
  /** While it waits: not before this moment. */
  @IsOptional() @IsISO8601() due?: string;
  /** How often it was begun. */
  @IsInt() tries!: number;
  @IsOptional() @IsISO8601() ended?: string;
  /** Whether it was asked to stop, and does so after the step under way. */
  @IsBoolean() stopping!: boolean;
}

export class LongWorkAnswer {
  @IsArray() @ValidateNested({ each: true }) @Type(() => WorkAnswer) items!: WorkAnswer[];
  /** How many are under way or due now, and how many failed for good, of all. */
  @IsInt() open!: number;
  @IsInt() failed!: number;
  /** Give it as `before` to go on. */
  @IsOptional() @IsInt() next?: number;
}
