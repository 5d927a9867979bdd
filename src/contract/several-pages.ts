import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsIn,
  IsInt,
  IsOptional,
  IsUUID,
  ValidateNested,
} from 'class-validator';
import { OrNull } from './or-null';
import { MOST_CHANGED_TOGETHER } from '../core/site/tree-places';
import { ManyHeld } from './many';

/** What can be done to several pages at once. */
export const severalChanges = ['move', 'show', 'hide', 'submit', 'publish', 'withdraw', 'bin'] as const;
export type SeveralChange = (typeof severalChanges)[number];

export class SeveralPages {
  /** In the order in which they are to stand. What stands below one of them goes with it. */
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(MOST_CHANGED_TOGETHER, {
    message: `At most ${MOST_CHANGED_TOGETHER} pages are changed at once`,
  })
  @IsUUID(undefined, { each: true })
  ids!: string[];
  /** `show` and `hide` say whether they stand in the navigation, from when they are next published. */
  @IsIn(severalChanges) does!: SeveralChange;
  /** The page they are moved under, behind what stands there. */
  @IsUUID() @IsOptional() parent?: string;
}

export class SeveralDone {
  @IsInt() changed!: number;
  /** Those that stay as they are, each with why. */
  @IsArray() @ValidateNested({ each: true }) @Type(() => ManyHeld) held!: ManyHeld[];
  /** The act that did it, to be taken back; null where nothing changed. */
  @IsUUID() @OrNull() act!: string | null;
}
