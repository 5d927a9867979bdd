import { Type } from 'class-transformer';
import { IsArray, IsInt, IsObject, IsString, ValidateNested } from 'class-validator';
import type { State } from '../core/content/states';

export class TypeCounts {
  @IsString() key!: string;
  @IsString() label!: string;
  @IsString() plural!: string;
  @IsString() icon!: string;
  @IsObject() counts!: Record<State, number>;
}

/** Long work that a person sees. */
export class LongWorkCounts {
  /** How much is under way or due now, and how much failed for good. */
  @IsInt() open!: number;
  @IsInt() failed!: number;
}

/** What waits in each workspace. */
export class OverviewAnswer {
  @IsString() site!: string;
  /** Faults of the model as it is worked on. */
  @IsInt() checks!: number;
  @IsArray() @ValidateNested({ each: true }) @Type(() => TypeCounts) types!: TypeCounts[];
  /** Entries, pages and media together. */
  @IsObject() all!: Record<State, number>;
  @IsInt() media!: number;
  @IsInt() listings!: number;
  @IsInt() pages!: number;
  @IsInt() inReview!: number;
  @IsInt() drafts!: number;
  /** How much of what visitors said waits to be looked at. */
  @IsInt() said!: number;
  @ValidateNested() @Type(() => LongWorkCounts) longWork!: LongWorkCounts;
}
