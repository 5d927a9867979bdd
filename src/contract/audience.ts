import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsOptional,
  IsString,
  IsUUID,
  ValidateNested,
} from 'class-validator';
import { groupBounds } from '../core/site/audience';
import { OrNull } from './or-null';

/** For whom something is: for every visitor who is signed in where no group is named, else for those of the groups. */
export class SeenByAnswer {
  @IsArray() @ArrayMaxSize(groupBounds.all) @IsUUID(undefined, { each: true }) groups!: string[];
  /** Whether whoever may not see it is asked to sign in, and so learns that it is there. */
  @IsBoolean() asks!: boolean;
}

/** What bounds it from elsewhere: its type, or a page above it. */
export class BoundAudience {
  @IsIn(['type', 'above']) by!: 'type' | 'above';
  @IsString() label!: string;
  /** The page above. */
  @IsUUID() @IsOptional() page?: string;
  @ValidateNested() @Type(() => SeenByAnswer) seenBy!: SeenByAnswer;
}

export class AudienceAnswer {
  /** For whom it is by itself; null for everyone. */
  @ValidateNested() @Type(() => SeenByAnswer) @OrNull() own!: SeenByAnswer | null;
  @IsArray() @ValidateNested({ each: true }) @Type(() => BoundAudience) bound!: BoundAudience[];
}

/** For whom it is by itself from now on; null for everyone. */
export class AudiencePatch {
  @ValidateNested() @Type(() => SeenByAnswer) @OrNull() own!: SeenByAnswer | null;
}
