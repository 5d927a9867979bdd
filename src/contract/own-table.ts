import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayUnique,
  IsArray,
  IsInt,
  IsOptional,
  IsString,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator';
import { columnWidths, MOST_COLUMNS } from '../core/content/table-look';

/** How wide a column was made. */
export class ColumnWidth {
  /** The key of a field, or the name of a column that every table has. */
  @IsString() @MaxLength(60) column!: string;
  /** In CSS pixels. */
  @IsInt() @Min(columnWidths.least) @Max(columnWidths.most) width!: number;
}

/** How the one who asks wants the table of a type, or of all content. */
export class OwnTable {
  /** The fields that it shows beside the title, in their order: by their keys, of several types by role or id. */
  @IsArray()
  @ArrayMaxSize(MOST_COLUMNS, { message: `A table shows at most ${MOST_COLUMNS} fields` })
  @ArrayUnique({ message: 'A field stands once' })
  @IsString({ each: true })
  @MaxLength(60, { each: true })
  columns!: string[];
  /** Of the columns that were made wider or narrower; left out, they stay as they are. */
  @IsArray()
  @ArrayMaxSize(2 * MOST_COLUMNS)
  @ValidateNested({ each: true })
  @Type(() => ColumnWidth)
  @IsOptional()
  widths?: ColumnWidth[];
}
