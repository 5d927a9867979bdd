import { Type } from 'class-transformer';
import { IsArray, IsInt, IsISO8601, IsOptional, IsString, Max, Min, ValidateNested } from 'class-validator';

export class SoughtInVainQuery {
  @IsOptional() @Type(() => Number) @IsInt() @Min(0) offset?: number;
  @IsOptional() @Type(() => Number) @IsInt() @Min(1) @Max(200) limit?: number;
}

/** What visitors sought on the sites, and found nothing. */
export class SoughtInVainRow {
  /** In small letters, without accents. */
  @IsString() words!: string;
  @IsString() language!: string;
  @IsInt() times!: number;
  @IsISO8601() last!: string;
}

export class SoughtInVainAnswer {
  @IsInt() total!: number;
  @IsArray() @ValidateNested({ each: true }) @Type(() => SoughtInVainRow) items!: SoughtInVainRow[];
}
