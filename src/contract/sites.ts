import { Type } from 'class-transformer';
import { IsArray, IsOptional, IsString, IsUUID, Length, Matches, ValidateNested } from 'class-validator';
import { OrNull } from './or-null';

const baseShape = /^[a-z0-9]+(-[a-z0-9]+)*$/;
const baseWords = {
  message: 'What its addresses begin with is made of small letters, digits and single hyphens: friends',
};

export class NewSite {
  @IsString() @Length(1, 80, { message: 'A site has a name of 1 to 80 characters' }) label!: string;
  /** The first piece of its addresses. */
  @Length(1, 60, { message: 'It has 1 to 60 characters' }) @Matches(baseShape, baseWords) begins!: string;
}

export class SitePatch {
  @IsString()
  @Length(1, 80, { message: 'A site has a name of 1 to 80 characters' })
  @IsOptional()
  label?: string;
  /** The language that leads on it: one of those of the model. */
  @IsString() @Length(2, 35, { message: 'A language has 2 to 35 characters' }) @IsOptional() locale?: string;
  /** The time zone by whose clock its days turn (IANA): Europe/Dublin. */
  @IsString()
  @Length(1, 60, { message: 'A time zone has 1 to 60 characters' })
  @IsOptional()
  timeZone?: string;
  /** The medium whose picture stands for it; null for none. */
  @IsUUID() @OrNull() picture?: string | null;
}

/** The site at whose top something is asked; left out, the first. */
export class SiteQuery {
  @IsUUID() @IsOptional() site?: string;
}

export class SiteAnswer {
  @IsUUID() id!: string;
  @IsString() key!: string;
  @IsString() label!: string;
  /** Where its top page stands: `/`, or `/friends`. */
  @IsString() address!: string;
  @IsString() locale!: string;
  @IsString() timeZone!: string;
  /** The medium whose picture stands for it; null where its first letter does. */
  @IsUUID() @OrNull() picture!: string | null;
}

export class SitesAnswer {
  @IsArray() @ValidateNested({ each: true }) @Type(() => SiteAnswer) items!: SiteAnswer[];
}
