import { Type } from 'class-transformer';
import {
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsISO8601,
  IsOptional,
  IsString,
  IsUUID,
  Length,
  Matches,
  MaxLength,
  ValidateNested,
} from 'class-validator';

const WORDS = { message: 'A note has 1 to 2,000 characters' };
const recordSorts = ['entry', 'page', 'listing', 'medium', 'shared'] as const;

/** What somebody writes at a record: about all of it, or a place in it, or some words there. */
export class NewNote {
  /** A JSON Pointer into what the record says, things with ids by their ids; empty for the record as a whole. */
  @IsString() @MaxLength(600) path!: string;
  /** The words that it is about. */
  @IsString() @MaxLength(300) @IsOptional() quote?: string;
  @IsString() @Length(1, 2000, WORDS) words!: string;
}

export class NewAnswer {
  @IsString() @Length(1, 2000, WORDS) words!: string;
}

export class NoteSettled {
  @IsBoolean() settled!: boolean;
}

class SaidBy {
  @IsUUID() id!: string;
  @IsString() by!: string;
  @IsISO8601() at!: string;
  @IsString() words!: string;
}

export class NoteAnswer extends SaidBy {
  @IsString() path!: string;
  @IsString() quote!: string;
  @IsArray() @ValidateNested({ each: true }) @Type(() => SaidBy) answers!: SaidBy[];
  /** Who settled it and when; absent while it is open. */
  @IsString() @IsOptional() settledBy?: string;
  @IsISO8601() @IsOptional() settledAt?: string;
}

/** Work that is given to somebody. */
export class GivenAnswer {
  @IsUUID() to!: string;
  @IsString() toName!: string;
  /** By which day (ISO 8601). */
  @IsString() @IsOptional() day?: string;
  @IsString() words!: string;
  @IsISO8601() at!: string;
  @IsString() by!: string;
}

export class NotesAnswer {
  @IsArray() @ValidateNested({ each: true }) @Type(() => NoteAnswer) items!: NoteAnswer[];
  /** To whom the record is given. */
  @ValidateNested() @Type(() => GivenAnswer) @IsOptional() given?: GivenAnswer;
}

export class GiveWork {
  /** The person who is to see to it. */
  @IsUUID() to!: string;
  /** By which day. */
  @Matches(/^\d{4}-\d{2}-\d{2}$/, { message: 'A day is written as year, month and day: 2026-12-03' })
  @IsISO8601({ strict: true }, { message: 'There is no such day' })
  @IsOptional()
  day?: string;
  @IsString()
  @MaxLength(500, { message: 'A few words have at most 500 characters' })
  @IsOptional()
  words?: string;
}

class PersonNamed {
  @IsUUID() id!: string;
  @IsString() name!: string;
}

/** Who works here, to give work to. */
export class Colleagues {
  @IsArray() @ValidateNested({ each: true }) @Type(() => PersonNamed) items!: PersonNamed[];
}

/** Something that stands on somebody's first screen. */
export class ThingToSee {
  @IsUUID() id!: string;
  @IsIn(recordSorts) sort!: (typeof recordSorts)[number];
  @IsString() title!: string;
  /** The revision that is told of: publishing it needs this. */
  @IsInt() revision!: number;
  /** Its type, in words. */
  @IsString() of!: string;
  @IsISO8601() at!: string;
  /** Who sent, gave or published it. */
  @IsString() by!: string;
  @IsInt() toFix!: number;
  /** How many notes at it are not settled. */
  @IsInt() notes!: number;
  /** By which day it is to be done. */
  @IsString() @IsOptional() day?: string;
  /** What was said with it. */
  @IsString() @IsOptional() words?: string;
  /** Whether it goes out or comes down then. */
  @IsIn(['out', 'down']) @IsOptional() goes?: 'out' | 'down';
}

const things = () => ThingToSee;

export class WaitingAnswer {
  /** What waits for review, what waits longest first; at most 200. */
  @IsArray() @ValidateNested({ each: true }) @Type(things) items!: ThingToSee[];
  @IsInt() total!: number;
}

/** What is to be seen to by somebody: the first screen. */
export class TodayAnswer {
  /** Work that was given to them. */
  @IsArray() @ValidateNested({ each: true }) @Type(things) given!: ThingToSee[];
  /** What waits for review, for those who review; and how much in all. */
  @IsArray() @ValidateNested({ each: true }) @Type(things) waits!: ThingToSee[];
  @IsInt() waiting!: number;
  /** What they wrote and was given back. */
  @IsArray() @ValidateNested({ each: true }) @Type(things) back!: ThingToSee[];
  /** What they worked on last and visitors do not see as it is. */
  @IsArray() @ValidateNested({ each: true }) @Type(things) mine!: ThingToSee[];
  /** What else they had to do with last. */
  @IsArray() @ValidateNested({ each: true }) @Type(things) open!: ThingToSee[];
  /** What goes out or comes down within the next two weeks. */
  @IsArray() @ValidateNested({ each: true }) @Type(things) soon!: ThingToSee[];
  /** What they worked on, visitors see as it is, and has something to fix since they last looked. */
  @IsArray() @ValidateNested({ each: true }) @Type(things) broken!: ThingToSee[];
  /** The same, since before that. */
  @IsArray() @ValidateNested({ each: true }) @Type(things) faulty!: ThingToSee[];
}
