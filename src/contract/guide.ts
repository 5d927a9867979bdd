import { Type } from 'class-transformer';
import { IsArray, IsString, ValidateNested } from 'class-validator';

/** A part of the guide: a heading of a chapter with what stands below it. */
export class GuidePart {
  /** Of its chapter and itself: `map/which-entries`. */
  @IsString() id!: string;
  @IsString() chapter!: string;
  @IsString() title!: string;
  /** Markdown. Pictures stand by their names below `../screenshots/`. */
  @IsString() text!: string;
}

export class GuideAnswer {
  @IsArray() @ValidateNested({ each: true }) @Type(() => GuidePart) parts!: GuidePart[];
}
