import { Type } from 'class-transformer';
import {
  IsArray,
  IsIn,
  IsInt,
  IsObject,
  IsOptional,
  IsString,
  IsUUID,
  Length,
  MaxLength,
  Min,
  Max,
  ValidateIf,
  ValidateNested,
} from 'class-validator';
import type { MediaSort } from '../core/content/known';
import type { JsonObject } from '../core/json';
import { mediaOnly } from '../core/content/table-look';
import { keptApart, type KeptApart } from './kept-apart';

const sorts = ['picture', 'document', 'sound', 'film'] as const;

export class MediaUpload {
  /** The name of the file, with its ending. */
  @IsString() @Length(1, 200, { message: 'A file has a name of 1 to 200 characters' }) name!: string;
  @IsString() @MaxLength(500) @IsOptional() alt?: string;
  /** The folder in which it is laid. */
  @IsUUID() @IsOptional() folder?: string;
}

export class MediaQuery {
  @IsString() @MaxLength(200) @IsOptional() q?: string;
  @IsIn(sorts) @IsOptional() sort?: MediaSort;
  /** A folder, with those below it; or `none` for what lies in no folder. */
  @ValidateIf(({ folder }: MediaQuery) => folder !== 'none')
  @IsUUID(undefined, { message: 'This is the id of a folder, or none' })
  @IsOptional()
  folder?: string;
  /** Those alone that nothing refers to, or whose alternative text is missing. */
  @IsIn(mediaOnly) @IsOptional() only?: (typeof mediaOnly)[number];
  @Type(() => Number) @IsInt() @Min(1) @Max(200) @IsOptional() limit?: number;
  @Type(() => Number) @IsInt() @Min(0) @IsOptional() after?: number;
}

export class MediaPatch {
  /** Why this version is kept in the history by itself. */
  @IsIn(keptApart) @IsOptional() apart?: KeptApart;
  /** By field key: `name`, `alternativeText`, `folder`, and the categories and tags of each scheme by its key. */
  @IsObject() @IsOptional() values?: JsonObject;
  /** Name and alternative text in other languages, by locale. */
  @IsObject() @IsOptional() translations?: JsonObject;
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
  @IsObject() values!: JsonObject;
  @IsObject() translations!: JsonObject;
}

export class MediaListAnswer {
  @IsArray() @ValidateNested({ each: true }) @Type(() => MediaAnswer) items!: MediaAnswer[];
  /** How many there are in all. */
  @IsInt() total!: number;
  /** Ask with this as `after` for those that follow. */
  @IsInt() @IsOptional() next?: number;
}
