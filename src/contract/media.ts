import { Type } from 'class-transformer';
import { IsArray, IsIn, IsInt, IsOptional, IsString, IsUUID, Length, MaxLength, Min, Max, ValidateNested } from 'class-validator';
import type { MediaSort } from '../core/content/known';

const sorts = ['picture', 'document', 'sound', 'film'] as const;

export class MediaUpload {
  /** The name of the file, with its ending. */
  @IsString() @Length(1, 200, { message: 'A file has a name of 1 to 200 characters' }) name!: string;
  @IsString() @MaxLength(500) @IsOptional() alt?: string;
}

export class MediaQuery {
  @IsString() @MaxLength(200) @IsOptional() q?: string;
  @IsIn(sorts) @IsOptional() sort?: MediaSort;
  @Type(() => Number) @IsInt() @Min(1) @Max(200) @IsOptional() limit?: number;
  @Type(() => Number) @IsInt() @Min(0) @IsOptional() after?: number;
}

export class MediaPatch {
  @IsString() @Length(1, 200, { message: 'A name has 1 to 200 characters' }) @IsOptional() label?: string;
  @IsString() @MaxLength(500) @IsOptional() alt?: string;
}

export class MediaAnswer {
  @IsUUID() id!: string;
  @IsIn(sorts) sort!: MediaSort;
  @IsString() label!: string;
  @IsString() address!: string;
  @IsString() mime!: string;
  @IsInt() bytes!: number;
  @IsInt() @IsOptional() width?: number;
  @IsInt() @IsOptional() height?: number;
  @IsString() alt!: string;
  @IsInt() revision!: number;
}

export class MediaListAnswer {
  @IsArray() @ValidateNested({ each: true }) @Type(() => MediaAnswer) items!: MediaAnswer[];
  /** Ask with this as `after` for those that follow. */
  @IsInt() @IsOptional() next?: number;
}
