import { Type } from 'class-transformer';
import {
  IsArray,
  IsBoolean,
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
import { contactBounds } from '../core/site/contact';

export class MessagesQuery {
  /** Those from this e-mail address alone. */
  @IsString() @MaxLength(contactBounds.email) @IsOptional() email?: string;
  @IsOptional() @Type(() => Number) @IsInt() @Min(0) offset?: number;
  @IsOptional() @Type(() => Number) @IsInt() @Min(1) @Max(200) limit?: number;
}

/** What a visitor wrote by a form: its letter says it, to whom it went. */
export class MessageAnswer {
  @IsUUID() id!: string;
  /** The e-mail address that was given. */
  @IsString() email!: string;
  @IsISO8601() at!: string;
  /** The title of the page with the form, as it was then. */
  @IsString() page!: string;
  /** Whether its writer was signed in, and so takes it out and erases it with the account. */
  @IsBoolean() withAccount!: boolean;
}

export class MessagesAnswer {
  @IsInt() total!: number;
  @IsArray() @ValidateNested({ each: true }) @Type(() => MessageAnswer) items!: MessageAnswer[];
}
