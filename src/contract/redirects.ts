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
import { redirectBounds, redirectStatuses, type RedirectStatus } from '../core/site/redirects';

export class RedirectsQuery {
  @IsOptional() @Type(() => Number) @IsInt() @Min(0) offset?: number;
  @IsOptional() @Type(() => Number) @IsInt() @Min(1) @Max(200) limit?: number;
}

/** An address by hand, as it is typed. */
export class NewRedirect {
  @IsString() @MaxLength(redirectBounds.signs) from!: string;
  @IsOptional() @IsString() @MaxLength(redirectBounds.signs) to?: string;
  /** 301 where it is left out. */
  @IsOptional() @IsInt() status?: number;
}

export class RedirectPatch {
  @IsOptional() @IsString() @MaxLength(redirectBounds.signs) from?: string;
  @OrNull() @IsString() @MaxLength(redirectBounds.signs) to?: string | null;
  @IsOptional() @IsInt() status?: number;
}

export class RedirectAnswer {
  @IsUUID() id!: string;
  @IsInt() revision!: number;
  @IsString() from!: string;
  @IsOptional() @IsString() to?: string;
  @IsIn(redirectStatuses) status!: RedirectStatus;
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

export class RedirectsAnswer {
  @IsInt() total!: number;
  @IsArray() @ValidateNested({ each: true }) @Type(() => RedirectAnswer) items!: RedirectAnswer[];
}

/** All addresses by hand, as a list of them is written. */
export class ListedRedirectAnswer {
  @IsString() from!: string;
  @IsOptional() @IsString() to?: string;
  @IsIn(redirectStatuses) status!: RedirectStatus;
}

export class AllRedirects {
  @IsArray() @ValidateNested({ each: true }) @Type(() => ListedRedirectAnswer) items!: ListedRedirectAnswer[];
}

/** Addresses by hand out of a file; a trial only tells what each would do. */
export class RedirectsImport {
  @IsArray()
  @ArrayMaxSize(redirectBounds.all)
  @ValidateNested({ each: true })
  @Type(() => NewRedirect)
  rows!: NewRedirect[];
  @IsBoolean() trial!: boolean;
}

const outcomes = ['new', 'changes', 'same', 'refused'] as const;

export class RedirectOutcome {
  /** Which row of what was sent, from 1. */
  @IsInt() row!: number;
  @IsString() from!: string;
  @IsIn(outcomes) does!: (typeof outcomes)[number];
  /** Why it is refused. */
  @IsOptional() @IsString() why?: string;
}

export class RedirectsImported {
  @IsInt() kept!: number;
  @IsArray() @ValidateNested({ each: true }) @Type(() => RedirectOutcome) rows!: RedirectOutcome[];
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
