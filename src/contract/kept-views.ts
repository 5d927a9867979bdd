import { Type } from 'class-transformer';
import {
  IsArray,
  IsBoolean,
  IsOptional,
  IsString,
  IsUUID,
  Length,
  MaxLength,
  ValidateNested,
} from 'class-validator';

/** What is asked of a table, kept under a name. */
export class NewKeptView {
  @IsString() @Length(1, 80, { message: 'A view has a name of at most 80 letters' }) label!: string;
  /** The key of the content type whose table it is of; left out, all content. */
  @IsString() @MaxLength(60) @IsOptional() type?: string;
  /** What is asked, as it stands in the table's address behind the question mark. */
  @IsString() @MaxLength(6000) asks!: string;
  /** Whether all people see it. */
  @IsBoolean() shared!: boolean;
}

export class KeptViewPatch {
  @IsString()
  @Length(1, 80, { message: 'A view has a name of at most 80 letters' })
  @IsOptional()
  label?: string;
  @IsString() @MaxLength(6000) @IsOptional() asks?: string;
  @IsBoolean() @IsOptional() shared?: boolean;
}

export class KeptViewAnswer extends NewKeptView {
  @IsUUID() id!: string;
  /** Who keeps it, and whether that is you. */
  @IsString() by!: string;
  @IsBoolean() own!: boolean;
}

export class KeptViewsAnswer {
  @IsArray() @ValidateNested({ each: true }) @Type(() => KeptViewAnswer) items!: KeptViewAnswer[];
}
