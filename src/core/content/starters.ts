import { isJsonObject, type Json, type JsonObject } from '../json';
import { newId, type Id } from '../ids';
import type { CompiledModel } from '../model/compile';
import type { Field, Slot } from '../model/document';
import { kindFor } from '../model/kinds';
import { everyBlock, idOf, mapBlocks } from './block-edits';
import type { Block, SlotContents } from './blocks';
import { referencesIn, type Values } from './values';

/** What a starter holds, as forms speak of it: of a whole page what it says itself, and blocks in slots. */
export interface StarterContent {
  values: JsonObject;
  translations: JsonObject;
  hints: JsonObject;
  slots: JsonObject;
  /** The listing that fills the page. */
  listing?: Id;
}

/** One value that a starter carries along, or leaves to the editor. */
export interface StarterValue {
  /** The block that says it; none where the page does. */
  block?: Id;
  /** What says it: the label of its type. */
  of: string;
  /** The field it stands in; none where it is the listing that a block shows, or that fills the page. */
  field?: Field;
  /** Words of an editor's own, or what is shown from elsewhere: pictures, links, entries, categories, listings. */
  sort: 'words' | 'shown';
  isSaid: boolean;
  /** What an editor is told to write, where that was left to them before. */
  hint?: string;
}

/** What names a value among those of a starter. */
export const nameOfValue = ({ block = '', field }: Pick<StarterValue, 'block' | 'field'>): string =>
  nameOf(block, field?.key ?? '');

const nameOf = (block: Id, key: string): string => `${block} ${key}`;

const objectAt = (of: JsonObject, key: string): JsonObject => {
  const inside = of[key];
  return isJsonObject(inside) ? inside : {};
};

const isSaid = (value: Json | undefined): boolean =>
  value !== undefined && value !== null && value !== '' && !(Array.isArray(value) && value.length === 0);

/** Whether what a field says is an editor's own words, numbers or times; else it shows something from elsewhere. */
function sortOf(field: Field): StarterValue['sort'] {
  const { shows, scheme, leadsTo } = kindFor(field);
  return shows !== undefined || scheme !== undefined || leadsTo !== undefined ? 'shown' : 'words';
}

function valuesOf(
  fields: readonly Field[],
  said: { values: JsonObject; hints: JsonObject },
  around: Pick<StarterValue, 'block' | 'of'>,
): StarterValue[] {
  return fields.flatMap((field): StarterValue[] => {
    if (kindFor(field).derived) return [];
    const hint = said.hints[field.key];
    return [
      {
        ...around,
        field,
        sort: sortOf(field),
        isSaid: isSaid(said.values[field.key]),
        ...(typeof hint === 'string' ? { hint } : {}),
      },
    ];
  });
}

/** Every value that a starter may carry along or leave to the editor, in reading order. */
export function valuesOfStarter(
  model: CompiledModel,
  own: { label: string; fields: readonly Field[] } | undefined,
  { values, hints, slots, listing }: StarterContent,
): StarterValue[] {
  return [
    ...(own ? valuesOf(own.fields, { values, hints }, { of: own.label }) : []),
    ...(own && listing !== undefined ? [{ of: own.label, sort: 'shown' as const, isSaid: true }] : []),
    ...everyBlock(slots).flatMap(({ block }): StarterValue[] => {
      const type = model.blockTypeByKey(String(block.type));
      if (!type) return [];
      const around = { block: idOf(block), of: type.definition.label };
      const said = { values: objectAt(block, 'values'), hints: objectAt(block, 'hints') };
      return [
        ...valuesOf(type.fields, said, around),
        ...(type.definition.behaves === 'listing'
          ? [{ ...around, sort: 'shown' as const, isSaid: isSaid(block.listing) }]
          : []),
      ];
    }),
  ];
}

/** What something says without what is left to the editor, with what they are told to write there. */
function leaving(said: JsonObject, at: Id, left: ReadonlyMap<string, string>): JsonObject {
  const isLeft = (key: string): boolean => left.has(nameOf(at, key));
  const kept = (values: JsonObject): JsonObject =>
    Object.fromEntries(Object.entries(values).filter(([key]) => !isLeft(key)));
  const told = [...left].flatMap(([name, hint]): [string, string][] => {
    const [of = '', key = ''] = name.split(' ');
    return of === at && key !== '' && hint.trim() !== '' ? [[key, hint.trim()]] : [];
  });
  const { hints: _hints, listing, ...rest } = said;
  return {
    ...rest,
    values: kept(objectAt(said, 'values')),
    ...(isJsonObject(said.translations)
      ? {
          translations: Object.fromEntries(
            Object.entries(said.translations).map(([locale, each]) => [
              locale,
              kept(isJsonObject(each) ? each : {}),
            ]),
          ),
        }
      : {}),
    ...(listing === undefined || isLeft('') ? {} : { listing }),
    ...(told.length > 0 ? { hints: Object.fromEntries(told) } : {}),
  };
}

/** A starter's content without the values that are left to the editor (by their names), each with what is told there. */
export function leaveToEditor(content: StarterContent, left: ReadonlyMap<string, string>): StarterContent {
  const { values, translations, listing } = content;
  const own = leaving({ values, translations, ...(listing === undefined ? {} : { listing }) }, '', left);
  return {
    values: objectAt(own, 'values'),
    translations: objectAt(own, 'translations'),
    hints: objectAt(own, 'hints'),
    slots: mapBlocks(content.slots, (block) => leaving(block, idOf(block), left)),
    ...(typeof own.listing === 'string' ? { listing: own.listing } : {}),
  };
}

/** The blocks in some slots, and all that stand in them, under ids of their own. */
export const withNewIds = (contents: SlotContents): SlotContents =>
  Object.fromEntries(
    Object.entries(contents).map(([slot, blocks]) => [
      slot,
      blocks.map(({ slots, ...block }): Block => ({
        ...block,
        id: newId(),
        ...(slots ? { slots: withNewIds(slots) } : {}),
      })),
    ]),
  );

/**
 * What stands in the slots of a page that begins with a starter: what the starter holds, and first in each
 * slot what the page's type holds there besides.
 */
export function beginningWith(
  slots: readonly Slot[],
  starter: SlotContents,
  first: SlotContents,
): SlotContents {
  return Object.fromEntries(
    slots.flatMap((slot): [Id, Block[]][] => {
      const given = starter[slot.id];
      const begins = first[slot.id] ?? [];
      if (!given) return begins.length > 0 ? [[slot.id, begins]] : [];
      const held = new Set(slot.preset?.flatMap(({ id, held: how }) => (how ? [id] : [])));
      const there = new Set(given.map(({ preset }) => preset));
      const missing = begins.filter(
        ({ preset }) => preset !== undefined && held.has(preset) && !there.has(preset),
      );
      return [[slot.id, [...missing, ...given]]];
    }),
  );
}

/** Values without those that name what is not there any more; of several named in one field the others stay. */
export function withoutGone(
  fields: readonly Field[],
  values: Values,
  isThere: (target: Id) => boolean,
): Values {
  const kept: Values = { ...values };
  for (const field of fields) {
    const value = kept[field.id];
    if (value === undefined) continue;
    const gone = referencesIn([field], { [field.id]: value }).filter(({ target }) => !isThere(target));
    if (gone.length === 0) continue;
    const staying = Array.isArray(value)
      ? (value as Json[]).filter((_, i) => !gone.some(({ path }) => pathsInto(path, i)))
      : [];
    if (staying.length > 0) kept[field.id] = staying as Values[Id] & {};
    else if (!kindFor(field).words) delete kept[field.id];
  }
  return kept;
}

/** Whether a path (`/values/key/at…`) leads into one item of a value. */
const pathsInto = (path: string, at: number): boolean => path.split('/')[3] === String(at);

/** What an editor is still told to write: hints of fields in which nothing is said. */
export const hintsFor = (hints: Json | undefined, values: JsonObject): ReadonlyMap<string, string> =>
  new Map(
    Object.entries(isJsonObject(hints) ? hints : {}).flatMap(([key, hint]): [string, string][] =>
      typeof hint === 'string' && !isSaid(values[key]) ? [[key, hint]] : [],
    ),
  );
