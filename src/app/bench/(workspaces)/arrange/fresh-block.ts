import { newBlock, serializeBlock } from '../../../../core/content/blocks';
import type { JsonObject } from '../../../../core/json';
import type { CompiledModel, CompiledType } from '../../../../core/model/compile';
import type { BlockType } from '../../../../core/model/document';

/** A new block of a type as forms hold it, with its defaults and what its own slots begin with. */
export const freshBlock = (model: CompiledModel, type: CompiledType<BlockType>, today: string): JsonObject =>
  serializeBlock(model, type, newBlock(model, type, { today }));
