import { IsEmail, IsNotEmpty, IsOptional, IsString, Matches, MaxLength } from 'class-validator';
import { inputBounds } from './parse-input';
import { contactBounds } from '../core/site/contact';

/** The most bytes that the form of a visitor may bring. */
export const CONTACT_BYTES = inputBounds.anyone;

/** What a visitor sends from a contact form. */
export class ContactMessage {
  /** The block whose form it is; in a shared block, behind the id of the place where that stands. */
  @Matches(/^[0-9a-f-]{36}(?:-[0-9a-f-]{36})?$/) block!: string;
  /** What the form carried, by which a browser that does not say where it came from shows that it was this site. */
  @IsString() @MaxLength(100) @IsOptional() token?: string;
  @IsString() @IsNotEmpty() @MaxLength(contactBounds.name) name!: string;
  @IsEmail() @MaxLength(contactBounds.email) email!: string;
  @IsString() @IsNotEmpty() @MaxLength(contactBounds.message) message!: string;
  /** Out of a person's sight: what fills it in is none. */
  @IsString() @MaxLength(1000) @IsOptional() website?: string;
}
