import { isJsonObject, type Json, type JsonObject } from '../core/json';
import type { CompiledModel } from '../core/model/compile';
import type { Field } from '../core/model/document';
import { kindFor, plainFields } from '../core/model/kinds';

/** What places in a record are called by. */
export interface PlaceScope {
  model: CompiledModel;
  fields: readonly Field[];
  /** The labels of slots, by what they are called among the values. */
  slots?: ReadonlyMap<string, string>;
}

export interface Place {
  /** What leads there, from the outside in: the slot, the block, the field, the item. */
  way: string[];
  /** The field whose value stands there, where it is a value. */
  field?: Field;
}

const idOf = (each: Json): Json | undefined => (isJsonObject(each) ? (each.id ?? each._id) : each);

/** A block's own name, after its type: the first line of words in it. */
const firstWords = (values: JsonObject): string => {
  const words = Object.values(values).find((value) => typeof value === 'string' && value.trim() !== '');
  return typeof words === 'string' ? ` “${words.slice(0, 30)}${words.length > 30 ? '…' : ''}”` : '';
};

/**
 * A place in the values of a record in words: "Main › Text “Getting here” › Heading". `path` is a JSON Pointer in which
 * things with ids stand by their ids; `sources` are the values in which they may be found.
 */
export function placeInWords(path: string, scope: PlaceScope, sources: readonly (Json | undefined)[]): Place {
  const pieces = path
    .split('/')
    .slice(1)
    .map((piece) => piece.replaceAll('~1', '/').replaceAll('~0', '~'));
  let fields = scope.fields;
  let field: Field | undefined;
  let at = [...sources];
  const way: string[] = [];
  for (const piece of pieces) {
    const list = at.find(Array.isArray);
    if (list) {
      const n = list.findIndex((each) => idOf(each) === piece);
      at = at.map((each) => (Array.isArray(each) ? each.find((one) => idOf(one) === piece) : undefined));
      const thing = at.find(isJsonObject);
      const block = typeof thing?.type === 'string' ? scope.model.blockTypeByKey(thing.type) : undefined;
      if (block && thing) {
        way.push(block.definition.label + (isJsonObject(thing.values) ? firstWords(thing.values) : ''));
        fields = block.fields;
      } else if (n >= 0) way.push(`item ${n + 1}`);
      continue;
    }
    at = at.map((each) => (isJsonObject(each) ? each[piece] : undefined));
    const slot = scope.slots?.get(piece);
    if (slot !== undefined) {
      way.push(slot);
      continue;
    }
    if (piece === 'values' || piece === 'slots') continue;
    field = fields.find(({ key }) => key === piece);
    if (!field) continue;
    way.push(field.label);
    fields = plainFields(kindFor(field).inside ?? []);
  }
  return { way, ...(field ? { field } : {}) };
}
