import { isJsonObject, sameJson, type Json } from '../../json';
import type { Id } from '../../ids';
import type { CompiledModel, CompiledType } from '../compile';
import type { ContentType, Field, PageType } from '../document';
import { kindFor } from '../kinds';

/** What of the records of a type follows from a change of the model. */
export interface Follows {
  /**
   * What must be made anew: nothing; the faults of those that have some, since rules can only have gone; the faults of
   * all; or everything that is derived, their bodies brought to the new model first.
   */
  anew: 'nothing' | 'faults of the faulty' | 'faults' | 'everything';
  /** The fields that are gone, with what is derived from their values. */
  gone: Field[];
}

const weights = ['nothing', 'faults of the faulty', 'faults', 'everything'] as const;

/** What only people read. */
const words = new Set(['label', 'help', 'purpose', 'icon']);

/** A part of a model document without what only people read in it. */
function withoutWords(value: Json): Json {
  if (Array.isArray(value)) return value.map(withoutWords);
  if (!isJsonObject(value)) return value;
  const kept = Object.entries(value).filter(([key]) => !words.has(key));
  return Object.fromEntries(kept.map(([key, each]): [string, Json] => [key, withoutWords(each)]));
}

// A model document is JSON, as its schema has checked.
const asJson = (value: unknown): Json => withoutWords(value as Json);

/** What in a field decides how its values lie in bodies and index tables. */
const laid = (field: Field): Json => {
  const { laidBy, several, inside } = kindFor(field);
  const { kind, localised = false } = field;
  return asJson([kind, localised, laidBy, several, inside ?? null]);
};

/** A field without what decides only whether it is found and sorted by. */
const checked = ({ indexed: _indexed, ...field }: Field): Json => asJson(field);

function ofField(old: Field | undefined, field: Field, mayBeHeld: (field: Id) => boolean): Follows['anew'] {
  if (!old) {
    if (kindFor(field).derived || mayBeHeld(field.id)) return 'everything';
    return field.required ? 'faults' : 'nothing';
  }
  if (!sameJson(laid(old), laid(field))) return 'everything';
  return sameJson(checked(old), checked(field)) ? 'nothing' : 'faults';
}

/** What a page type says beside its fields that pages are read by: whatever stands in its slots. */
const aroundFields = (model: CompiledModel, { definition }: CompiledType<ContentType | PageType>): Json =>
  asJson([
    definition.title,
    ...('slots' in definition ? [definition.slots, definition.source, model.document.blockTypes] : []),
  ]);

/**
 * What follows for the records of a type (by id) when one model takes the place of another. `mayBeHeld` says whether
 * records may hold values of a field that the model before does not have, from an earlier one.
 */
export function followsFor(
  before: CompiledModel,
  after: CompiledModel,
  id: Id,
  mayBeHeld: (field: Id) => boolean,
): Follows {
  const of = (model: CompiledModel) => model.contentOrMedia(id) ?? model.pageType(id);
  const [old, type] = [of(before), of(after)];
  if (!old || !type) return { anew: 'everything', gone: [] };
  const gone = old.fields.filter((field) => !type.field(field.id));
  const pagesDiffer = 'slots' in type.definition && !sameJson(asJson(old.fields), asJson(type.fields));
  if (pagesDiffer || !sameJson(aroundFields(before, old), aroundFields(after, type)))
    return { anew: 'everything', gone };
  const each = type.fields.map((field) => ofField(old.field(field.id), field, mayBeHeld));
  const most = Math.max(
    gone.length > 0 ? weights.indexOf('faults of the faulty') : 0,
    ...each.map((one) => weights.indexOf(one)),
  );
  return { anew: weights[most] ?? 'everything', gone };
}
