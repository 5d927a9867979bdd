import { Type } from 'class-transformer';
import {
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsISO8601,
  IsNotEmpty,
  IsOptional,
  IsString,
  IsUUID,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator';
import { commentBounds, commentStates, type CommentState } from '../core/site/comments';
import { OrNull } from './or-null';

/** What a visitor sends who says something. What is wrong with its words is told at them. */
export class CommentForm {
  /** What it is said on. */
  @IsUUID() comments!: string;
  /** The comment that it answers; empty for none. */
  @IsString() @MaxLength(36) @IsOptional() answers?: string;
  /** What the form carried: when it was made, and that this site made it. */
  @IsString() @MaxLength(60) stamp!: string;
  @IsString() name!: string;
  @IsString() words!: string;
  /** Out of a person's sight: what fills it in is none. */
  @IsString() @MaxLength(1000) @IsOptional() website?: string;
}

export class CommentsQuery {
  @IsIn(commentStates) @IsOptional() state?: CommentState;
  /** Only what is said on an entry or page. */
  @IsUUID() @IsOptional() on?: string;
  @IsOptional() @Type(() => Number) @IsInt() @Min(0) offset?: number;
  @IsOptional() @Type(() => Number) @IsInt() @Min(1) @Max(200) limit?: number;
}

/** What a comment is said on. */
export class CommentedAnswer {
  @IsUUID() id!: string;
  @IsIn(['entry', 'page']) sort!: 'entry' | 'page';
  @IsString() label!: string;
  /** Its type, by its name. */
  @IsString() type!: string;
  /** Where visitors read it; null where they do not. */
  @IsString() @OrNull() address!: string | null;
}

export class CommentAnswer {
  @IsUUID() id!: string;
  @IsInt() revision!: number;
  @IsIn(commentStates) state!: CommentState;
  @IsString() name!: string;
  @IsString() words!: string;
  /** What the visitor wrote, where somebody here changed it. */
  @IsString() @OrNull() firstWords!: string | null;
  @IsISO8601() at!: string;
  /** Whether one of those who work here wrote it. */
  @IsBoolean() isOwn!: boolean;
  @ValidateNested() @Type(() => CommentedAnswer) on!: CommentedAnswer;
  /** Whom it answers; null where it answers nobody. */
  @IsString() @OrNull() answers!: string | null;
}

export class CommentsAnswer {
  @IsInt() total!: number;
  /** How many wait to be looked at. */
  @IsInt() held!: number;
  /** What the one thing is called on which they are said, where they are asked of one. */
  @IsString() @IsOptional() on?: string;
  @IsArray() @ValidateNested({ each: true }) @Type(() => CommentAnswer) items!: CommentAnswer[];
}

export class CommentPatch {
  @IsIn(commentStates) @IsOptional() state?: CommentState;
  @IsString()
  @IsNotEmpty({ message: 'Write something, or put it away.' })
  @MaxLength(commentBounds.words)
  @IsOptional()
  words?: string;
}

/** What somebody who works here answers. */
export class CommentReply {
  @IsString()
  @IsNotEmpty({ message: 'Write something.' })
  @MaxLength(commentBounds.words)
  words!: string;
}
