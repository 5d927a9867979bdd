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

const reasons = ['renamed', 'moved', 'merged', 'replaced'] as const;

export const oldAddressBounds = { limit: 200 } as const;

export class OldAddressesQuery {
  @IsOptional() @Type(() => Number) @IsInt() @Min(0) offset?: number;
  @IsOptional() @Type(() => Number) @IsInt() @Min(1) @Max(oldAddressBounds.limit) limit?: number;
}

/** An address at which something stood, and where it leads. */
export class OldAddress {
  /** In the main language. What stood below it is led on too. */
  @IsString() address!: string;
  /** Where it leads now, in the main language; left out where what stood there is seen by nobody. */
  @IsOptional() @IsString() leadsTo?: string;
  /** What stands there, by its name. */
  @IsString() label!: string;
  @IsIn(reasons) why!: (typeof reasons)[number];
  @IsISO8601() at!: string;
  /** Whether something else stands at it by now, which visitors get instead. */
  @IsBoolean() taken!: boolean;
}

export class OldAddressesAnswer {
  @IsInt() total!: number;
  @IsArray() @ValidateNested({ each: true }) @Type(() => OldAddress) items!: OldAddress[];
}
