import { ArrayMaxSize, ArrayUnique, IsArray, IsString, MaxLength } from 'class-validator';
import { MOST_COLUMNS } from '../core/content/table-look';

/** How the one who asks wants the table of a type. */
export class OwnTable {
  /** The keys of the fields that it shows beside the title, in their order. */
  @IsArray()
  @ArrayMaxSize(MOST_COLUMNS, { message: `A table shows at most ${MOST_COLUMNS} fields` })
  @ArrayUnique({ message: 'A field stands once' })
  @IsString({ each: true })
  @MaxLength(60, { each: true })
  columns!: string[];
}
