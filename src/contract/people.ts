import { Type } from 'class-transformer';
import {
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
  ValidateNested,
} from 'class-validator';
import { roles, type Role } from '../core/roles';
import { PersonAnswer } from './session';

const name = { message: 'A name has 1 to 80 characters' };
const password = { message: 'A password has 10 to 200 characters' };

export class NewPerson {
  @IsString() @Length(1, 80, name) name!: string;
  @IsEmail({}, { message: 'Write an e-mail address' }) @MaxLength(254) email!: string;
  @IsIn(roles, { message: `The role is one of: ${roles.join(', ')}` }) role!: Role;
}

export class PersonPatch {
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
