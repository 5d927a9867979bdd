import { piecesOfPointer } from '../../faults';
import { isJsonObject, type Json, type JsonObject } from '../../json';
import type { CompiledModel } from '../../model/compile';
import type { Field, Slot } from '../../model/document';
import { kindFor, plainFields } from '../../model/kinds';

/** What places in a record are called by. */
export interface PlaceScope {
  model: CompiledModel;
  fields: readonly Field[];
  /** The labels of slots, by what they are called among the values. */
  slots?: ReadonlyMap<string, string>;
}

/** What belongs to a record or a block besides its fields and slots, by its name at the door. */
const partWords: Readonly<Record<string, string>> = {
  label: 'Name',
  slug: 'Last piece of its address',
  parent: 'Place',
  labels: 'Name in other languages',
  listing: 'Listing',
  questions: 'Questions to visitors',
  navigation: 'Navigation',
  teaser: 'What it shows',
  layout: 'Layout',
  picks: 'Picked by hand',
  byHand: 'Order by hand',
  settings: 'Settings',
  variant: 'Variant',
  hidden: 'Hidden',
  until: 'Seen until',
  seenBy: 'For whom',
  shared: 'Which shared block',
  widths: 'Widths of its columns',
  spaced: 'Room between its columns',
  differs: 'Said differently here',
  preset: 'Held by its slot',
  from: 'What it lists',
  where: 'Which entries',
  order: 'In what order',
  pins: 'Pinned',
  leaveOut: 'Left out',
  skip: 'Passed over at first',
  notAbove: 'Without what stands above',
  limit: 'How many',
  perPage: 'How many on one page',
  heading: 'Heading',
  headings: 'Heading in other languages',
  arrangement: 'Arrangement',
  setOut: 'How it is set out',
  mapping: 'Shown how',
  facets: 'Filters of visitors',
  fullList: 'Way to the whole list',
};

export interface Place {
  /** What leads there, from the outside in: the slot, the block, the field, the item. */
  way: string[];
  /** The field whose value stands there, where it is a value. */
  field?: Field;
  /** The language in which it says it, where that is not the site's own. */
  language?: string;
}

const idOf = (each: Json): Json | undefined => (isJsonObject(each) ? (each.id ?? each._id) : each);

export const slotLabels = (slots: readonly Slot[]): Map<string, string> =>
  new Map(slots.map(({ key, label }) => [key, label]));

/** A block's own name, after its type: the first line of words in it. */
function firstWords(values: JsonObject, fields: readonly Field[]): string {
  const said = fields.map((field) => (kindFor(field).words === undefined ? undefined : values[field.key]));
  const words = said.find((value) => typeof value === 'string' && value.trim() !== '');
  return typeof words === 'string' ? ` “${words.slice(0, 30)}${words.length > 30 ? '…' : ''}”` : '';
}

/**
 * A place in the values of a record in words: "Main › Text “Getting here” › Heading". `path` is a JSON Pointer in which
 * things with ids stand by their ids; `sources` are the values in which they may be found.
 */
export function placeInWords(path: string, scope: PlaceScope, sources: readonly (Json | undefined)[]): Place {
  const pieces = piecesOfPointer(path);
  let fields = scope.fields;
  let slots = scope.slots;
  let field: Field | undefined;
  let language: string | undefined;
  let at = [...sources];
  /** The part of a record or block that was entered last; nothing where fields may follow at once. */
  let part = '';
  const way: string[] = [];
  for (const piece of pieces) {
    const list = at.find(Array.isArray);
    if (list) {
      const n = list.findIndex((each) => idOf(each) === piece);
      at = at.map((each) => (Array.isArray(each) ? each.find((one) => idOf(one) === piece) : undefined));
      const thing = at.find(isJsonObject);
      const block = typeof thing?.type === 'string' ? scope.model.blockTypeByKey(thing.type) : undefined;
      if (block && thing) {
        way.push(
          block.definition.label + (isJsonObject(thing.values) ? firstWords(thing.values, block.fields) : ''),
        );
        fields = block.fields;
        slots = slotLabels(block.definition.slots);
        part = 'block';
      } else if (n >= 0) way.push(`item ${n + 1}`);
      continue;
    }
    at = at.map((each) => (isJsonObject(each) ? each[piece] : undefined));
    const slot = part === '' || part === 'slots' ? slots?.get(piece) : undefined;
    if (slot !== undefined) {
      way.push(slot);
      continue;
    }
    if (part === 'translations') {
      [language, part] = [piece, 'values'];
      continue;
    }
    field = part === '' || part === 'values' ? fields.find(({ key }) => key === piece) : undefined;
    part = field ? '' : piece;
    if (field) {
      way.push(field.label);
      fields = plainFields(kindFor(field).inside ?? []);
    } else if (partWords[piece] !== undefined) way.push(partWords[piece]);
  }
  return { way, ...(field ? { field } : {}), ...(language === undefined ? {} : { language }) };
}
