import type { Id } from '../ids';
import type { CompiledModel, CompiledType } from './compile';
import { isInclude, type BlockType, type ContentType, type Field, type PageType } from './document';
import { entryIn } from './entries';

/** A type whose things hold values of fields. */
export type TypeWithFields = CompiledType<ContentType> | CompiledType<PageType> | CompiledType<BlockType>;

const typesOf = ({ contentTypes, pageTypes, blockTypes }: CompiledModel): TypeWithFields[] => [
  ...contentTypes,
  ...pageTypes,
  ...blockTypes,
];

/** The type with an id, whether of content, of pages or of blocks. */
export const typeById = (model: CompiledModel, id: Id): TypeWithFields | undefined =>
  typesOf(model).find((type) => type.id === id);

/** The field of a type with an id, also of one inside another. */
export function fieldWithin({ fields }: TypeWithFields, id: Id): Field | undefined {
  const found = entryIn(fields, id);
  return found && !isInclude(found) ? found : undefined;
}

/** A type that has a field, also inside another; several have what stands in a set that they include. */
export const typeWithField = (model: CompiledModel, id: Id): TypeWithFields | undefined =>
  typesOf(model).find((type) => fieldWithin(type, id));
