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
import { states, type State } from '../core/content/states';
import { CommentCounts, GivenTo, Hit, RowLook } from './entries';
import { AllFilters } from './table-filters';

/** What is asked of all content together: entries, pages and media. */
export class AllContentQuery extends AllFilters {
  /** By what each row is told besides: roles (`summary`) and the ids of fields that several types include, with commas between. */
  @IsString() @MaxLength(2000) @IsOptional() columns?: string;
  /**
   * `title`, `changed`, `date`, or one of `columns` by which these types can be sorted. With a minus before it for
   * the other direction.
   */
  @IsString() @MaxLength(80) @IsOptional() sort?: string;
  /** Whether each row is told with a picture and its first words. */
  @IsIn(['yes']) @IsOptional() looks?: 'yes';
  /** `some`: rows are counted up to 2,000, and `atLeast` says where there are more. Left out, all are counted. */
  @IsIn(['some']) @IsOptional() counted?: 'some';
  @Type(() => Number) @IsInt() @Min(1) @Max(500) @IsOptional() limit?: number;
  @IsString() @MaxLength(2000) @IsOptional() cursor?: string;
}

export class AllContentRow {
  @IsUUID() id!: string;
  @IsIn(['entry', 'page', 'medium']) sort!: 'entry' | 'page' | 'medium';
  /** Its type, in words. */
  @IsString() type!: string;
  @IsInt() revision!: number;
  @IsString() title!: string;
  @IsIn(states) state!: State;
  @IsBoolean() differs!: boolean;
  @IsInt() faults!: number;
  /** The day or moment that its type says it is of (ISO 8601). */
  @IsString() @IsOptional() date?: string;
  /** What it says in the columns that were asked for, in words; what it says nothing in is absent. */
  @IsObject() @IsOptional() cells?: Record<string, string>;
  @IsISO8601() changedAt!: string;
  @IsString() changedBy!: string;
  @ValidateNested() @Type(() => GivenTo) @IsOptional() given?: GivenTo;
  /** Left out where nothing is said on it. */
  @ValidateNested() @Type(() => CommentCounts) @IsOptional() comments?: CommentCounts;
  @ValidateNested() @Type(() => Hit) @IsOptional() hit?: Hit;
  @ValidateNested() @Type(() => RowLook) @IsOptional() look?: RowLook;
}

export class AllContentAnswer {
  @IsInt() total!: number;
  /** Whether there are more rows than `total`, up to which they were counted. */
  @IsBoolean() @IsOptional() atLeast?: boolean;
  @IsArray() @ValidateNested({ each: true }) @Type(() => AllContentRow) items!: AllContentRow[];
  /** Ask with this as `cursor` for the rows that follow. Absent on the last page. */
  @IsString() @IsOptional() next?: string;
}
