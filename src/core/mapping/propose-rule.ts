import type { JsonObject } from '../json';
import type { CompiledType } from '../model/compile';
import type { ContentType } from '../model/document';
import { speakMapping } from './speak-rule';

/** A good first rule for a listing of a type, spoken by keys: every entry, by date or by name, with the type's own face. */
export function proposeRule(type: CompiledType<ContentType>): JsonObject {
  const field = type.field(type.is.date ?? '') ?? type.field(type.is.title);
  return {
    from: type.is.key, where: { all: [] }, limit: 24, heading: type.is.plural, arrangement: 'cards', mapping: speakMapping(type.is.face, type),
    order: field?.indexed ? [{ by: field.key, direction: field.kind === 'date' ? 'down' : 'up' }] : [],
  };
}
