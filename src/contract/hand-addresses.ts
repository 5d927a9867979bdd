import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
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
import { OrNull } from './or-null';
import { handBounds, handStatuses, type HandStatus } from '../core/site/hand-address';

export class HandAddressesQuery {
  @IsOptional() @Type(() => Number) @IsInt() @Min(0) offset?: number;
  @IsOptional() @Type(() => Number) @IsInt() @Min(1) @Max(200) limit?: number;
}

/** An address by hand, as it is typed. */
export class NewHandAddress {
  @IsString() @MaxLength(handBounds.signs) from!: string;
  @IsOptional() @IsString() @MaxLength(handBounds.signs) to?: string;
  /** 301 where it is left out. */
  @IsOptional() @IsInt() status?: number;
}

export class HandAddressPatch {
  @IsOptional() @IsString() @MaxLength(handBounds.signs) from?: string;
  @OrNull() @IsString() @MaxLength(handBounds.signs) to?: string | null;
  @IsOptional() @IsInt() status?: number;
}

export class HandAddressAnswer {
  @IsUUID() id!: string;
  @IsInt() revision!: number;
  @IsString() from!: string;
  @IsOptional() @IsString() to?: string;
  @IsIn(handStatuses) status!: HandStatus;
  /** How often it was followed, and when last. */
  @IsInt() times!: number;
  @IsOptional() @IsISO8601() last?: string;
  /** Whether something stands at it by now, which visitors get instead. */
  @IsBoolean() taken!: boolean;
  /** Whether it leads to where nothing stands; patterns and other sites are not looked at. */
  @IsBoolean() ends!: boolean;
  @IsISO8601() changedAt!: string;
  @IsOptional() @IsString() changedBy?: string;
}

export class HandAddressesAnswer {
  @IsInt() total!: number;
  @IsArray() @ValidateNested({ each: true }) @Type(() => HandAddressAnswer) items!: HandAddressAnswer[];
}

/** All addresses by hand, as a list of them is written. */
export class ListedAddressAnswer {
  @IsString() from!: string;
  @IsOptional() @IsString() to?: string;
  @IsIn(handStatuses) status!: HandStatus;
}

export class AllHandAddresses {
  @IsArray() @ValidateNested({ each: true }) @Type(() => ListedAddressAnswer) items!: ListedAddressAnswer[];
}

/** Addresses by hand out of a file; a trial only tells what each would do. */
export class HandAddressesImport {
  @IsArray()
  @ArrayMaxSize(handBounds.all)
  @ValidateNested({ each: true })
  @Type(() => NewHandAddress)
  rows!: NewHandAddress[];
  @IsBoolean() trial!: boolean;
}

const outcomes = ['new', 'changes', 'same', 'refused'] as const;

export class HandAddressOutcome {
  /** Which row of what was sent, from 1. */
  @IsInt() row!: number;
  @IsString() from!: string;
  @IsIn(outcomes) does!: (typeof outcomes)[number];
  /** Why it is refused. */
  @IsOptional() @IsString() why?: string;
}

export class HandAddressesImported {
  @IsInt() kept!: number;
  @IsArray() @ValidateNested({ each: true }) @Type(() => HandAddressOutcome) rows!: HandAddressOutcome[];
}

export class NowhereQuery {
  @IsOptional() @Type(() => Number) @IsInt() @Min(0) offset?: number;
  @IsOptional() @Type(() => Number) @IsInt() @Min(1) @Max(50) limit?: number;
}

export class MeantPage {
  @IsString() label!: string;
  @IsString() address!: string;
}

/** An address that visitors asked for and where nothing stands. */
export class NowhereRow {
  @IsString() address!: string;
  @IsInt() times!: number;
  @IsISO8601() last!: string;
  /** What was likely meant, the likeliest first. */
  @IsArray() @ValidateNested({ each: true }) @Type(() => MeantPage) meant!: MeantPage[];
}

export class NowhereAnswer {
  @IsInt() total!: number;
  @IsArray() @ValidateNested({ each: true }) @Type(() => NowhereRow) items!: NowhereRow[];
}

/** Addresses that are not looked at any more. */
export class PutAway {
  @IsArray() @ArrayMaxSize(50) @IsString({ each: true }) @MaxLength(400, { each: true }) addresses!: string[];
}
