import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  IsArray,
  IsIn,
  IsInt,
  IsISO8601,
  IsOptional,
  IsString,
  IsUUID,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator';
import { versionedSorts, type VersionedSort } from './versions';

export const binBounds = { days: 365, ids: 500, limit: 100 } as const;

export class BinQuery {
  @Type(() => Number) @IsInt() @Min(1) @Max(binBounds.limit) @IsOptional() limit?: number;
  @IsString() @MaxLength(60) @IsOptional() cursor?: string;
}

export class BinItem {
  @IsUUID() id!: string;
  @IsIn(versionedSorts) sort!: VersionedSort;
  @IsString() title!: string;
  /** Its type, or the scheme of a category. */
  @IsString() of!: string;
  /** The address at which a page stood. */
  @IsString() @IsOptional() address?: string;
  @IsISO8601() at!: string;
  @IsString() by!: string;
  /** For how many days it is still kept. */
  @IsInt() daysLeft!: number;
  /** How many pages below it went with it, and come back with it. */
  @IsInt() below!: number;
}

export class BinAnswer {
  /** What lies in it, what was laid there last first; categories that were taken away stand first. */
  @IsArray() @ValidateNested({ each: true }) @Type(() => BinItem) items!: BinItem[];
  @IsInt() total!: number;
  /** For how many days something is kept. */
  @IsInt() days!: number;
  /** Ask with this as `cursor` for those that follow. */
  @IsString() @IsOptional() next?: string;
}

export class BinDays {
  @IsInt({ message: 'Days are a whole number' })
  @Min(1, { message: 'Something is kept for at least 1 day' })
  @Max(binBounds.days, { message: `Something is kept for at most ${binBounds.days} days` })
  days!: number;
}

export class Restored {
  /** How many came back. */
  @IsInt() restored!: number;
  /** What could not come back as it was, and why. */
  @IsArray() @IsString({ each: true }) left!: string[];
}

export class EmptyBin {
  /** Ids of what is forgotten; left out, all that lies in the bin. */
  @IsArray()
  @ArrayMaxSize(binBounds.ids, { message: `At most ${binBounds.ids} at a time` })
  @IsUUID(undefined, { each: true })
  @IsOptional()
  ids?: string[];
}

export class BinEmptied {
  @IsInt() forgotten!: number;
  /** Whether more are left, so that it should be asked again. */
  @IsInt() left!: number;
}
