import type { JsonObject } from '../json';
import type { CompiledModel, CompiledType } from '../model/compile';
import type { ContentType } from '../model/document';
import { forItems } from '../model/propose-face';
import { speakMapping } from './speak-rule';

/** A good first rule for a listing of a type, spoken by keys: every entry, by date or by name, with the type's own face. */
export function proposeRule(model: CompiledModel, type: CompiledType<ContentType>): JsonObject {
  const field = type.field(type.is.date ?? '') ?? type.field(type.is.title);
  return {
    from: type.is.key, where: { all: [] }, limit: 24, heading: type.is.plural, arrangement: 'cards', mapping: speakMapping(forItems(type.is.face.mapping), type, model),
    order: field?.indexed ? [{ by: field.key, direction: field.kind === 'date' || field.kind === 'moment' ? 'down' : 'up' }] : [],
  };
}
