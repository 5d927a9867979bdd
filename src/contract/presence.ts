import { Type } from 'class-transformer';
import { IsArray, IsOptional, IsString, IsUUID, MaxLength, ValidateNested } from 'class-validator';
import { OrNull } from './or-null';

/** Says that somebody has a record open, and where in it they are. */
export class HereNow {
  @IsUUID() record!: string;
  /** The field or slot at hand, as it is called on the screen. */
  @IsString() @MaxLength(120) @IsOptional() at?: string;
}

export class PersonHere {
  @IsString() name!: string;
  @IsString() @OrNull() at!: string | null;
}

/** Who else has it open. */
export class OthersHere {
  @IsArray() @ValidateNested({ each: true }) @Type(() => PersonHere) items!: PersonHere[];
}
