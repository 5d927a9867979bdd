import { Type } from 'class-transformer';
import {
  IsArray,
  IsIn,
  IsInt,
  IsISO8601,
  IsNumber,
  IsObject,
  IsOptional,
  IsString,
  IsUUID,
  MaxLength,
  ValidateNested,
} from 'class-validator';
import type { JsonObject } from '../core/json';
import type { Mend } from '../core/model/check';
import type { ModelDocument } from '../core/model/document';
import { ReachLink } from './entries';
import { FaultAnswer } from './faults';

export class ModelAnswer {
  @IsInt() revision!: number;
  @IsObject() document!: ModelDocument;
}

/** The whole working copy, as a model document (checked by its JSON Schema, `/api/v1/model/schema`). */
export class WorkingModelPut {
  @IsObject() document!: JsonObject;
}

export class ModelFaultAnswer extends FaultAnswer {
  @IsIn(['error', 'warning']) weight!: 'error' | 'warning';
  @IsUUID() @IsOptional() about?: string;
  @IsUUID() @IsOptional() field?: string;
  /** One action that mends it, as plain data. */
  @IsObject() @IsOptional() mend?: Mend;
  /** What is done elsewhere to mend it: a page of a type (by id) is made. */
  @IsObject() @IsOptional() next?: { label: string; make: string } | undefined;
}

export class WorkingModelAnswer {
  /** The revision in force that it began from. */
  @IsInt() base!: number;
  /** Its own number, for `If-Match`; 0 where nothing has been changed yet. */
  @IsInt() number!: number;
  @IsObject() document!: ModelDocument;
  @IsISO8601() @IsOptional() changedAt?: string;
  @IsString() @IsOptional() changedBy?: string;
  @IsArray() @ValidateNested({ each: true }) @Type(() => ModelFaultAnswer) faults!: ModelFaultAnswer[];
  /** The types and fields that entries, pages and listings use, by their ids. */
  @IsArray() @IsUUID(undefined, { each: true }) used!: string[];
  /** The content types that a listing on some page shows, and the page types of which there are pages, by their ids. */
  @IsArray() @IsUUID(undefined, { each: true }) shown!: string[];
  /** How many changes it holds against the model in force. */
  @IsInt() changes!: number;
}

export class ChangeRow {
  @IsString() sort!: string;
  @IsString() title!: string;
  @IsString() detail!: string;
  @IsUUID() @IsOptional() type?: string;
  @IsUUID() @IsOptional() field?: string;
  /** Entries or pages that the change touches. */
  @IsInt() touches!: number;
  @IsIn(['entries', 'pages', 'nothing yet']) touched!: 'entries' | 'pages' | 'nothing yet';
  /** Listings that use what changes, by name. */
  @IsArray() @IsString({ each: true }) listings!: string[];
}

export class ChangeSheet {
  @IsInt() base!: number;
  @IsInt() number!: number;
  @IsArray() @ValidateNested({ each: true }) @Type(() => ChangeRow) changes!: ChangeRow[];
  /** Different entries that the changes touch between them, as an upper bound. */
  @IsInt() entries!: number;
  @IsInt() pages!: number;
  @IsInt() listings!: number;
  /** What holds back putting it in force, and what does not but should be known. */
  @IsArray() @ValidateNested({ each: true }) @Type(() => ModelFaultAnswer) faults!: ModelFaultAnswer[];
}

export class FieldFiguresAnswer {
  @IsUUID() field!: string;
  @IsInt() filled!: number;
  @IsInt() @IsOptional() distinct?: number;
  @IsOptional() least?: number | string;
  @IsOptional() most?: number | string;
  /** Listings that read it, by name, and the roles it has in its type. */
  @IsArray() @IsString({ each: true }) usedBy!: string[];
}

export class TypeFigures {
  @IsInt() total!: number;
  @IsArray() @ValidateNested({ each: true }) @Type(() => FieldFiguresAnswer) fields!: FieldFiguresAnswer[];
}

/** What a type, set or scheme reaches as things are kept now. */
export class TypeReach {
  @IsInt() entries!: number;
  @IsInt() pages!: number;
  @IsInt() categories!: number;
  /** Listings that read it, by name. */
  @IsArray() @IsString({ each: true }) listings!: string[];
  /** Pages visitors see that differ when it changes. */
  @IsInt() shown!: number;
}

export class PlacementCount {
  /** The id of a page type, or `top`. */
  @IsString() parent!: string;
  @IsUUID() child!: string;
  @IsInt() pages!: number;
}

export class PlacementCounts {
  @IsArray() @ValidateNested({ each: true }) @Type(() => PlacementCount) items!: PlacementCount[];
}

export class PlacedQuery {
  /** Pairs of the ids of a page type (or `top`) and of one that stands under it, as `above>below`, joined by commas. */
  @IsString() @MaxLength(8000) cells!: string;
}

/** Pages that stand as some placements say, in the order of their addresses. */
export class PlacedPages {
  @IsArray() @ValidateNested({ each: true }) @Type(() => ReachLink) items!: ReachLink[];
}

/** What a model document would be, if it were put in force. */
export class ModelTrial {
  /** The document as it was read. */
  @IsObject() document!: ModelDocument;
  @IsInt() changes!: number;
  @IsArray() @ValidateNested({ each: true }) @Type(() => ModelFaultAnswer) faults!: ModelFaultAnswer[];
}

/** The model of a ready-made site. */
export class ReadyMadeModel {
  @IsString() key!: string;
  @IsString() label!: string;
  @IsString() purpose!: string;
  @IsObject() document!: ModelDocument;
}

export class ReadyMadeModels {
  @IsArray() @ValidateNested({ each: true }) @Type(() => ReadyMadeModel) items!: ReadyMadeModel[];
}

export class NumbersAnswer {
  @IsArray() @IsNumber({}, { each: true }) values!: number[];
}
