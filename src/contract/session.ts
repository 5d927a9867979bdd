import { Type } from 'class-transformer';
import {
  IsArray,
  IsBoolean,
  IsEmail,
  IsIn,
  IsISO8601,
  IsObject,
  IsOptional,
  IsString,
  IsUUID,
  Length,
  MaxLength,
  ValidateNested,
} from 'class-validator';
import type { Limits } from '../core/limits';
import { roles, type Role } from '../core/roles';

export class SignIn {
  @IsEmail({}, { message: 'Write the e-mail address you sign in with' }) @MaxLength(254) email!: string;
  @IsString({ message: 'Write your password' })
  @Length(1, 200, { message: 'Write your password' })
  password!: string;
  /** The code of now, or a recovery word, of who has a second factor. */
  @IsOptional() @IsString() @MaxLength(40) code?: string;
}

/** Who keeps the installation, asked for once at the first start. */
export class SetUp {
  @IsString() @Length(1, 80, { message: 'A name has 1 to 80 characters' }) name!: string;
  @IsEmail({}, { message: 'Write an e-mail address' }) @MaxLength(254) email!: string;
  @IsString() @Length(10, 200, { message: 'A password has 10 to 200 characters' }) password!: string;
  @IsString() @Length(1, 80, { message: 'The name of a site has 1 to 80 characters' }) site!: string;
  /** The main language in which it is written (BCP 47), and the time zone of the first site (IANA). */
  @IsOptional()
  @IsString()
  @Length(2, 35, { message: 'A language has a tag such as en or pt-BR' })
  locale?: string;
  @IsOptional()
  @IsString()
  @Length(1, 60, { message: 'A time zone has a name such as Europe/Dublin' })
  timeZone?: string;
  /** The word that the start printed. */
  @IsString() @Length(1, 60, { message: 'Write the word that the start printed' }) word!: string;
}

export class PersonAnswer {
  @IsUUID() id!: string;
  @IsString() name!: string;
  @IsEmail() email!: string;
  @IsIn(roles) role!: Role;
  /** Whether they have chosen a password; who was only invited cannot sign in. */
  @IsBoolean() joined!: boolean;
  @IsBoolean() secondFactor!: boolean;
  /** Whether letters tell them of what they are to see to. */
  @IsBoolean() letters!: boolean;
  /** What they may change of all that their role lets them; absent where that is everything. */
  @IsObject() @IsOptional() limits?: Limits;
}

export class SessionAnswer {
  @ValidateNested() @Type(() => PersonAnswer) person!: PersonAnswer;
  @IsISO8601() endsAt!: string;
  /** Whether a second factor must be set up before anything else can be done. */
  @IsBoolean() needsSecondFactor!: boolean;
}

export class OpenSession {
  @IsUUID() id!: string;
  @IsISO8601() madeAt!: string;
  @IsISO8601() seenAt!: string;
  /** The browser it is open in, as it names itself. */
  @IsString() agent!: string;
  @IsBoolean() here!: boolean;
}

export class OpenSessions {
  @IsArray() @ValidateNested({ each: true }) @Type(() => OpenSession) items!: OpenSession[];
}

export class PeopleAnswer {
  @IsArray() @ValidateNested({ each: true }) @Type(() => PersonAnswer) items!: PersonAnswer[];
  /** Whether everyone needs a second factor. */
  @IsBoolean() asksSecondFactor!: boolean;
}
