import { Type } from 'class-transformer';
import { IsArray, IsInt, IsOptional, IsString, ValidateNested } from 'class-validator';

/** One thing wrong, at a JSON Pointer (RFC 6901) into what was sent. */
export class FaultAnswer {
  @IsString() path!: string;
  @IsString() code!: string;
  @IsString() message!: string;
}

/** Problem details (RFC 9457). */
export class Problem {
  @IsString() type!: string;
  @IsString() title!: string;
  @IsInt() status!: number;
  @IsString() @IsOptional() detail?: string;
  @IsArray() @ValidateNested({ each: true }) @Type(() => FaultAnswer) errors!: FaultAnswer[];
}
