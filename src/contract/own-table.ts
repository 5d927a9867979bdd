import { ArrayMaxSize, ArrayUnique, IsArray, IsString, MaxLength } from 'class-validator';

export const ownTableBounds = { columns: 20 } as const;

/** How the one who asks wants the table of a type. */
export class OwnTable {
  /** The keys of the fields that it shows beside the title, in their order. */
  @IsArray()
  @ArrayMaxSize(ownTableBounds.columns, { message: `A table shows at most ${ownTableBounds.columns} fields` })
  @ArrayUnique({ message: 'A field stands once' })
  @IsString({ each: true })
  @MaxLength(60, { each: true })
  columns!: string[];
}
