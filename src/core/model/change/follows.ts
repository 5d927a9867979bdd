import { isJsonObject, sameJson, type Json } from '../../json';
import type { Id } from '../../ids';
import type { CompiledModel, CompiledType } from '../compile';
import type { ContentType, Field, PageType } from '../document';
import { isSearched } from '../../content/searched-texts';
import { kindFor } from '../kinds';

/** What of the records of a type follows from a change of the model. */
export interface Follows {
  /**
   * What must be made anew: nothing; the faults of those that have some, since rules can only have gone; the faults of
   * all; also the rows of some fields in index tables, and what these refer to; or everything that is derived, their
   * bodies brought to the new model first.
   */
  anew: (typeof weights)[number];
  /** The fields whose rows must be written, where not everything is. */
  rows: Field[];
  /** The fields that are gone, with what is derived from their values. */
  gone: Field[];
  /** Whose words are others, where not everything is made anew. */
  words: OtherWords;
}

/** Fields that had words of their own, which are gone or lie in another form; and fields that have some now, and had none. */
export interface OtherWords {
  had: Id[];
  came: Id[];
}

const weights = ['nothing', 'faults of the faulty', 'faults', 'rows', 'everything'] as const;
type Weight = (typeof weights)[number];

const heaviest = (all: readonly Weight[]): Weight =>
  all.reduce<Weight>(
    (most, each) => (weights.indexOf(each) > weights.indexOf(most) ? each : most),
    'nothing',
  );

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

/** In what form a field's values lie in bodies. */
const formOf = (field: Field): Json => {
  const { several, inside } = kindFor(field);
  const { kind, localised = false } = field;
  return asJson([kind, localised, several, inside ?? null]);
};

/** What in a field decides how its values lie in bodies and index tables. */
const laid = (field: Field): Json => [formOf(field), asJson(kindFor(field).laidBy)];

/** A field without what decides only whether it is found and sorted by. */
const checked = ({ indexed: _indexed, ...field }: Field): Json => asJson(field);

/** What of a field says how values are to be carried, besides its form. */
const replacedIn = (field: Field): Json => {
  const { laidBy } = kindFor(field);
  return isJsonObject(laidBy) ? (laidBy.replaced ?? null) : null;
};

/** Whether a field only has more choices than before, behind those, which no value can be: nothing kept lies otherwise. */
function onlyAddsChoices(old: Field, field: Field, mayBeHeld: (id: Id) => boolean): boolean {
  const [were, are] = [kindFor(old).choices, kindFor(field).choices];
  return (
    were !== undefined &&
    are !== undefined &&
    sameJson(formOf(old), formOf(field)) &&
    sameJson(replacedIn(old), replacedIn(field)) &&
    were.every(({ id }, i) => are[i]?.id === id) &&
    are.slice(were.length).every(({ id }) => !mayBeHeld(id))
  );
}

/**
 * Whether a field only has its choices in another order than before, be it with others between them: what
 * values are stays, and only their order is another.
 */
export function reordersChoices(old: Field | undefined, field: Field): boolean {
  const [were, are] = [old && kindFor(old).choices, kindFor(field).choices];
  return (
    old !== undefined &&
    were !== undefined &&
    are !== undefined &&
    sameJson(formOf(old), formOf(field)) &&
    sameJson(replacedIn(old), replacedIn(field)) &&
    were.every(({ id }) => are.some((each) => each.id === id)) &&
    were.some(({ id }, i) => are[i]?.id !== id)
  );
}

function ofField(old: Field | undefined, field: Field, mayBeHeld: (field: Id) => boolean): Weight {
  if (!old) {
    if (kindFor(field).derived || mayBeHeld(field.id)) return 'rows';
    return field.required ? 'faults' : 'nothing';
  }
  if (!sameJson(laid(old), laid(field)) && !onlyAddsChoices(old, field, mayBeHeld)) return 'rows';
  return sameJson(checked(old), checked(field)) ? 'nothing' : 'faults';
}

const ofFields = (
  old: readonly Field[],
  fields: readonly Field[],
  mayBeHeld: (field: Id) => boolean,
): Map<Field, Weight> =>
  new Map(
    fields.map((field) => [
      field,
      ofField(
        old.find(({ id }) => id === field.id),
        field,
        mayBeHeld,
      ),
    ]),
  );

/** What a page type says beside its fields that pages are read by. */
const aroundFields = ({ definition }: CompiledType<ContentType | PageType>): Json =>
  asJson([definition.title, ...('slots' in definition ? [definition.slots, definition.source] : [])]);

/** What follows for pages from other block types: how their values lie, what they may hold, and how they behave. */
function ofBlocks(before: CompiledModel, after: CompiledModel, mayBeHeld: (field: Id) => boolean): Weight {
  const were = before.document.blockTypes;
  const are = after.document.blockTypes;
  if (were.some(({ id }) => !are.some((each) => each.id === id))) return 'everything';
  return heaviest(
    are.map((type): Weight => {
      const old = were.find(({ id }) => id === type.id);
      if (!old) return mayBeHeld(type.id) ? 'everything' : 'nothing';
      if (sameJson(asJson(old), asJson(type))) return 'nothing';
      const [then, now] = [before.blockType(type.id)?.fields ?? [], after.blockType(type.id)?.fields ?? []];
      const isGone = then.some(({ id }) => !now.some((each) => each.id === id));
      if (isGone || old.behaves !== type.behaves) return 'everything';
      const fields = heaviest([...ofFields(then, now, mayBeHeld).values()]);
      if (fields === 'rows') return 'everything';
      return sameJson(asJson(old.slots), asJson(type.slots)) ? fields : 'faults';
    }),
  );
}

const SAME_WORDS: OtherWords = { had: [], came: [] };

/** In which fields words are others: those that went, came back or hold their values in another form. */
function otherWords(
  old: readonly Field[],
  fields: readonly Field[],
  mayBeHeld: (field: Id) => boolean,
): OtherWords {
  const of = (all: readonly Field[], id: Id) => all.find((field) => field.id === id);
  const sought = (field: Field | undefined): boolean => field !== undefined && isSearched(field);
  const others = [...new Set([...old, ...fields].map(({ id }) => id))].filter((id) => {
    const [was, is] = [of(old, id), of(fields, id)];
    return was && is ? !sameJson(formOf(was), formOf(is)) : was !== undefined || mayBeHeld(id);
  });
  const had = others.filter((id) => sought(of(old, id)));
  return { had, came: others.filter((id) => !had.includes(id) && sought(of(fields, id))) };
}

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
  const of = (model: CompiledModel) => model.contentOrMedia(id) ?? model.pageOrShared(id);
  const [old, type] = [of(before), of(after)];
  if (!old || !type) return { anew: 'everything', rows: [], gone: [], words: SAME_WORDS };
  const gone = old.fields.filter((field) => !type.field(field.id));
  if (!sameJson(aroundFields(old), aroundFields(type)))
    return { anew: 'everything', rows: [], gone, words: SAME_WORDS };
  const fields = ofFields(old.fields, type.fields, mayBeHeld);
  const isPage = 'slots' in type.definition;
  const anew = heaviest([
    gone.length > 0 ? 'faults of the faulty' : 'nothing',
    ...fields.values(),
    ...(isPage ? [ofBlocks(before, after, mayBeHeld)] : []),
  ]);
  const rows = [...fields].flatMap(([field, weight]) => (weight === 'rows' ? [field] : []));
  // What pages refer to is not told by its field, and what names a record stands everywhere.
  const everything =
    (anew === 'rows' && isPage) ||
    (isPage && gone.length > 0) ||
    rows.some((field) => field.id === type.definition.title);
  if (everything) return { anew: 'everything', rows: [], gone, words: SAME_WORDS };
  // What is computed may be so from any of them, but not from the order of choices.
  const computes = rows.some((field) => !reordersChoices(old.field(field.id), field));
  const derived = computes ? type.fields.filter((field) => kindFor(field).derived) : [];
  const words = otherWords(old.fields, type.fields, mayBeHeld);
  return { anew, rows: [...new Set([...rows, ...derived])], gone, words };
}
