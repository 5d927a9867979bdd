import { Hit } from './entries';
import { Type } from 'class-transformer';
import { IsArray, IsIn, IsOptional, IsString, MaxLength, ValidateNested } from 'class-validator';

export class GoToQuery {
  @IsString() @MaxLength(200) @IsOptional() q?: string;
}

export class Destination {
  @IsIn(['type', 'page type', 'entry', 'listing', 'page', 'medium', 'shared', 'place']) sort!:
    'type' | 'page type' | 'entry' | 'listing' | 'shared' | 'page' | 'medium' | 'place';
  @IsString() label!: string;
  @IsString() detail!: string;
  @IsString() href!: string;
  /** Where the words that are sought stand in it, where it is not its name that has them. */
  @ValidateNested() @Type(() => Hit) @IsOptional() hit?: Hit;
}

export class Destinations {
  @IsArray() @ValidateNested({ each: true }) @Type(() => Destination) items!: Destination[];
}
