import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsEmail,
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
import { accountBounds } from '../core/site/account';
import { groupBounds } from '../core/site/audience';
import { OrNull } from './or-null';

export class VisitorsQuery {
  /** Those of a group alone, by its id. */
  @IsUUID() @IsOptional() group?: string;
  /** Those with these words in their address. */
  @IsString() @MaxLength(accountBounds.email) @IsOptional() q?: string;
  @IsOptional() @Type(() => Number) @IsInt() @Min(0) offset?: number;
  @IsOptional() @Type(() => Number) @IsInt() @Min(1) @Max(200) limit?: number;
}

export class VisitorAnswer {
  @IsUUID() id!: string;
  @IsInt() revision!: number;
  @IsString() email!: string;
  /** The groups it belongs to, by id. */
  @IsArray() @IsUUID(undefined, { each: true }) groups!: string[];
  /** Whether they chose a password, and so proved that the address is theirs. */
  @IsBoolean() confirmed!: boolean;
  /** Whether one of those who work here invited them. */
  @IsBoolean() invited!: boolean;
  @IsISO8601() madeAt!: string;
  /** When they signed in last; null where they never did. */
  @IsISO8601() @OrNull() seenAt!: string | null;
}

export class VisitorsAnswer {
  @IsInt() total!: number;
  @IsArray() @ValidateNested({ each: true }) @Type(() => VisitorAnswer) items!: VisitorAnswer[];
}

export class NewVisitor {
  @IsEmail() @MaxLength(accountBounds.email) email!: string;
  @IsArray()
  @ArrayMaxSize(groupBounds.all)
  @IsUUID(undefined, { each: true })
  @IsOptional()
  groups?: string[];
}

export class VisitorPatch {
  /** The groups it belongs to, by id; all others it leaves. */
  @IsArray()
  @ArrayMaxSize(groupBounds.all)
  @IsUUID(undefined, { each: true })
  @IsOptional()
  groups?: string[];
}

/** The link by which a visitor chooses a password, to hand on by hand; it was sent by letter too. */
export class VisitorLinkAnswer {
  @IsString() address!: string;
  @IsISO8601() until!: string;
}

export class VisitorInvited {
  @ValidateNested() @Type(() => VisitorAnswer) visitor!: VisitorAnswer;
  @ValidateNested() @Type(() => VisitorLinkAnswer) link!: VisitorLinkAnswer;
}
