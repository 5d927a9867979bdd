import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsEmail,
  IsIn,
  IsISO8601,
  IsOptional,
  IsString,
  IsUUID,
  Length,
  Matches,
  MaxLength,
  ValidateIf,
  ValidateNested,
} from 'class-validator';
import type { Limits } from '../core/limits';
import { roles, type Role } from '../core/roles';
import { PersonAnswer } from './session';

const name = { message: 'A name has 1 to 80 characters' };
const password = { message: 'A password has 10 to 200 characters' };

export class NewPerson {
  @IsString() @Length(1, 80, name) name!: string;
  @IsEmail({}, { message: 'Write an e-mail address' }) @MaxLength(254) email!: string;
  @IsIn(roles, { message: `The role is one of: ${roles.join(', ')}` }) role!: Role;
}

const BOUND = { message: 'A bound names 1 to 200 things; leave it out where there is none' };

/** What somebody may change. What is left out is no bound. */
export class LimitsGiven implements Limits {
  @IsArray()
  @ArrayMinSize(1, BOUND)
  @ArrayMaxSize(200, BOUND)
  @IsUUID(undefined, { each: true })
  @IsOptional()
  types?: string[];
  @IsArray()
  @ArrayMinSize(1, BOUND)
  @ArrayMaxSize(200, BOUND)
  @IsUUID(undefined, { each: true })
  @IsOptional()
  sites?: string[];
  @IsArray()
  @ArrayMinSize(1, BOUND)
  @ArrayMaxSize(200, BOUND)
  @IsUUID(undefined, { each: true })
  @IsOptional()
  branches?: string[];
  @IsArray()
  @ArrayMinSize(1, BOUND)
  @ArrayMaxSize(200, BOUND)
  @IsString({ each: true })
  @MaxLength(35, { each: true })
  @IsOptional()
  languages?: string[];
}

export class PersonPatch {
  /** What they may change of all that their role lets them; null: everything. */
  @ValidateIf(({ limits }: PersonPatch) => limits !== null)
  @ValidateNested()
  @Type(() => LimitsGiven)
  @IsOptional()
  limits?: LimitsGiven | null;

  @IsOptional() @IsString() @Length(1, 80, name) name?: string;
  @IsOptional() @IsIn(roles, { message: `The role is one of: ${roles.join(', ')}` }) role?: Role;
}

/** Who takes over the drafts of somebody who leaves, if anybody does. */
export class Leaving {
  @IsOptional() @IsUUID() heir?: string;
}

/** A link that works once. */
export class PersonLink {
  @IsString() address!: string;
  @IsISO8601() until!: string;
}

export class Invitation {
  @ValidateNested() @Type(() => PersonAnswer) person!: PersonAnswer;
  @ValidateNested() @Type(() => PersonLink) link!: PersonLink;
}

/** Whom a link lets choose a password. */
export class LinkAnswer {
  @IsString() name!: string;
  @IsEmail() email!: string;
  /** Whether they have a password already. */
  @IsBoolean() joined!: boolean;
}

export class LinkUse {
  @IsString() @Length(10, 200, password) password!: string;
}

/** One's own name. */
export class OwnName {
  @IsString() @Length(1, 80, name) name!: string;
}

/** Whether letters tell of what is to be seen to. */
export class OwnLetters {
  @IsBoolean() letters!: boolean;
}

export class NewPassword {
  @IsString() @Length(1, 200, { message: 'Write the password you have now' }) old!: string;
  @IsString() @Length(10, 200, password) password!: string;
}

/** A secret for an app that shows codes (RFC 6238): as text, as an address, and as a picture to scan. */
export class SecondFactorBegun {
  @IsString() secret!: string;
  @IsString() address!: string;
  @IsString() picture!: string;
}

export class SecondFactorConfirmed {
  @Matches(/^[A-Z2-7]{32}$/, { message: 'This is no secret that was given out here' }) secret!: string;
  @IsString() @Length(6, 20, { message: 'A code has six digits' }) code!: string;
}

/** Words that get in without the app, each once. They are told this once. */
export class RecoveryWords {
  @IsArray() @IsString({ each: true }) words!: string[];
}

export class PasswordAgain {
  @IsString() @Length(1, 200, { message: 'Write your password' }) password!: string;
}

export class SecondFactorAsked {
  @IsBoolean() asked!: boolean;
}
