import { Type } from 'class-transformer';
import { IsArray, IsIn, IsInt, IsISO8601, IsString, IsUUID, Max, Min, ValidateNested } from 'class-validator';

export const draftScopes = ['page', 'branch', 'site'] as const;
const DAYS = { message: 'A link lasts 1 to 90 days' };

export class NewDraftLink {
  /** How much it shows: the page (of an entry, its own), that with all below it, or every page of its site. */
  @IsIn(draftScopes) scope!: (typeof draftScopes)[number];
  @IsInt(DAYS) @Min(1, DAYS) @Max(90, DAYS) days!: number;
}

export class DraftLinkMade {
  /** The whole address; it is told this once. */
  @IsString() address!: string;
  @IsISO8601() until!: string;
}

export class DraftLinkAnswer {
  @IsUUID() id!: string;
  @IsIn(draftScopes) scope!: (typeof draftScopes)[number];
  @IsString() by!: string;
  @IsISO8601() until!: string;
}

export class DraftLinksAnswer {
  @IsArray() @ValidateNested({ each: true }) @Type(() => DraftLinkAnswer) items!: DraftLinkAnswer[];
}
