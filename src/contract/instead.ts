import { Type } from 'class-transformer';
import { IsArray, IsOptional, IsString, IsUUID, MaxLength, ValidateNested } from 'class-validator';

/** What is put in the place of something that goes: all that names it names that from then on. */
export class Instead {
  @IsUUID() @IsOptional() instead?: string;
}

export class InsteadQuery {
  /** Words in the title; without any, what was made last. */
  @IsString() @MaxLength(200) @IsOptional() q?: string;
}

export class InsteadOption {
  @IsUUID() id!: string;
  @IsString() label!: string;
  /** Where visitors find it, or what it is. */
  @IsString() detail!: string;
}

export class InsteadAnswer {
  @IsArray() @ValidateNested({ each: true }) @Type(() => InsteadOption) items!: InsteadOption[];
}
