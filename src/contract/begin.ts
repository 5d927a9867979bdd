import { Type } from 'class-transformer';
import {
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsOptional,
  IsString,
  MaxLength,
  ValidateNested,
} from 'class-validator';

/** What a ready-made site looks like in a drawing. */
export const siteDrawings = ['rows', 'cards', 'timeline', 'chapters', 'lead', 'house'] as const;

export class SiteSize {
  @IsString() key!: string;
  /** Content types. */
  @IsInt() types!: number;
  @IsInt() entries!: number;
  @IsInt() pages!: number;
}

export class BeginSite extends SiteSize {
  @IsString() label!: string;
  @IsString() purpose!: string;
  /** The made-up world that its content is of. */
  @IsString() world!: string;
  @IsIn(siteDrawings) drawing!: (typeof siteDrawings)[number];
}

/** What comes next, in the order of the job. */
export const nextSteps = ['types', 'inForce', 'entry', 'listing', 'page', 'colleague'] as const;
export type NextStepKey = (typeof nextSteps)[number];

export class NextStep {
  @IsIn(nextSteps) key!: NextStepKey;
  /** Whether it is truly there. */
  @IsBoolean() done!: boolean;
}

/** Made-up content that is still there. */
export class MadeUpAnswer {
  /** The ready-made site that it came from. */
  @IsString() from!: string;
  @IsInt() entries!: number;
  @IsInt() pages!: number;
  @IsInt() media!: number;
  @IsInt() categories!: number;
  /** What would stay, and why. */
  @IsArray() @ValidateNested({ each: true }) @Type(() => MadeUpStays) stays!: MadeUpStays[];
  /** How much would stay that is not told by name. */
  @IsInt() more!: number;
}

export class MadeUpStays {
  @IsString() label!: string;
  @IsString() why!: string;
}

export class BeginAnswer {
  /** Whether nothing is here yet. */
  @IsBoolean() blank!: boolean;
  @IsArray() @ValidateNested({ each: true }) @Type(() => BeginSite) sites!: BeginSite[];
  @ValidateNested() @Type(() => SiteSize) sample!: SiteSize;
  @IsArray() @ValidateNested({ each: true }) @Type(() => NextStep) steps!: NextStep[];
  /** Whether the list of what comes next was put away. */
  @IsBoolean() away!: boolean;
  /** The ready-made site whose made-up content is still here. */
  @IsString() @IsOptional() madeUp?: string;
}

export class BeginPut {
  /** The key of a ready-made site, or of the sample. */
  @IsString() @MaxLength(60) from!: string;
}

export class BegunAnswer {
  @IsString() label!: string;
  /** The act that made its content. */
  @IsString() act!: string;
}

export class StepsPut {
  /** Whether the list of what comes next is put away. */
  @IsBoolean() away!: boolean;
}
