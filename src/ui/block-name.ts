import { isJsonObject, type JsonObject } from '../core/json';
import type { CompiledModel } from '../core/model/compile';
import { kindFor } from '../core/model/kinds';

/** What names a block in its slot: its title field, else its first line; empty where it says nothing there. */
export function blockName(block: JsonObject, model: CompiledModel): string {
  const type = model.blockTypes.find(({ definition }) => definition.key === block.type);
  const title = type?.definition.title
    ? type.field(type.definition.title)?.key
    : type?.fields.find((field) => kindFor(field).words === 'line')?.key;
  const values = isJsonObject(block.values) ? block.values : {};
  const words = title === undefined ? undefined : values[title];
  return typeof words === 'string' ? words : '';
}
