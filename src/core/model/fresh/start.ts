import { newId, type Id } from '../../ids';
import {
  emptyModel,
  TOP,
  type AnyShape,
  type BlockType,
  type ContentType,
  type Field,
  type FieldSet,
  type ModelDocument,
  type PageType,
  type Placement,
  type Scheme,
  type ShapeList,
  type Shapes,
  type Slot,
} from '../document';
import { kinds, type KindName, type KindRules } from '../kinds';
import { pluralOf } from '../plural';
import { keyFrom } from '../naming';
import { proposeFace } from './propose-face';
import { answersOf } from '../page-source';

/** Kinds that tables and listings filter by from the first. */
const filteredBy: readonly KindName[] = [
  'line',
  'number',
  'yesNo',
  'date',
  'moment',
  'choice',
  'category',
  'entry',
  'computed',
];

/** A new field of a kind, its key made from its label and free among the keys given. */
export function newField(label: string, kind: KindName, taken: Iterable<string>): Field {
  const common = { id: newId(), key: keyFrom(label, taken), label, indexed: filteredBy.includes(kind) };
  const fresh = <K extends KindName>(name: K): { kind: K; rules: KindRules[K] } => ({
    kind: name,
    rules: kinds[name].freshRules(),
  });
  return { ...common, ...fresh(kind) } as Field;
}

const nameField = (label: string): Field => ({ ...newField(label, 'line', []), required: true }) as Field;

const shaped = (label: string, taken: Iterable<string>, icon: string) => ({
  id: newId(),
  key: keyFrom(label, taken),
  label,
  plural: pluralOf(label),
  purpose: '',
  icon,
});

/** A new content type with a name and nothing else. */
export function newContentType(label: string, taken: Iterable<string>): ContentType {
  const name = nameField('Name');
  return {
    ...shaped(label, taken, 'file'),
    fields: [name],
    title: name.id,
    review: false,
    columns: [name.id],
    face: proposeFace([name], name.id),
    slug: { from: name.id, drop: smallWords, atMost: 60 },
  };
}

/** A new page type with a title, and one slot for blocks where it is composed of them. */
export function newPageType(label: string, source: PageType['source'], taken: Iterable<string>): PageType {
  const title = nameField('Title');
  return {
    ...shaped(label, taken, 'page'),
    fields: [title],
    title: title.id,
    face: { mapping: { heading: [[{ field: title.id }]] } },
    source,
    slots: answersOf(source).isComposed ? [newSlot('Content', [], [])] : [],
    layouts: [],
    address: { from: title.id, drop: smallWords, atMost: 60 },
    inNavigation: 'yes',
    childOrder: 'byHand',
  };
}

/** A new block type with nothing in it yet. */
export const newBlockType = (label: string, taken: Iterable<string>): BlockType => ({
  ...shaped(label, taken, 'block'),
  fields: [],
  slots: [],
  face: { mapping: {} },
});

export const newFieldSet = (label: string, taken: Iterable<string>): FieldSet => ({
  ...shaped(label, taken, 'set'),
  fields: [],
});

export const newScheme = (
  label: string,
  taken: Iterable<string>,
  sort: Scheme['sort'] = 'categories',
): Scheme => ({ ...shaped(label, taken, sort === 'tags' ? 'tag' : 'tree'), fields: [], sort });

/** A new slot; without allowed types it takes every block type. */
export const newSlot = (label: string, allows: Id[], taken: Iterable<string>): Slot => ({
  id: newId(),
  key: keyFrom(label, taken),
  label,
  allows,
});

/** Makes whatever stands in a list of the document. */
export const newShape: { [L in ShapeList]: (label: string, taken: Iterable<string>) => Shapes[L] } = {
  contentTypes: newContentType,
  pageTypes: (label, taken) => newPageType(label, { kind: 'blocks' }, taken),
  blockTypes: newBlockType,
  fieldSets: newFieldSet,
  schemes: newScheme,
};

/** A copy of something with new ids throughout, under a name and key of its own. */
export function copyShape<T extends AnyShape>(shape: T, label: string, taken: Iterable<string>): T {
  const ids = new Map<string, Id>();
  const fresh = (id: string) => ids.get(id) ?? ids.set(id, newId()).get(id) ?? id;
  // What the shape itself holds gets new ids; what it only names, such as another type or a scheme, keeps its own.
  const own = new Set<string>();
  const collect = (value: unknown): void => {
    if (Array.isArray(value)) value.forEach(collect);
    else if (typeof value === 'object' && value !== null)
      for (const [key, inner] of Object.entries(value)) {
        if (key === 'id' && typeof inner === 'string') own.add(inner);
        else collect(inner);
      }
  };
  collect(shape);
  const renewed = JSON.stringify(shape).replaceAll(
    /[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}/g,
    (id) => (own.has(id) ? fresh(id) : id),
  );
  return { ...(JSON.parse(renewed) as T), key: keyFrom(label, taken), label };
}

/** Small words that tell nothing in an address, by language. */
export const smallWords: Record<string, string[]> = {
  en: ['a', 'an', 'and', 'at', 'by', 'for', 'in', 'of', 'on', 'or', 'the', 'to', 'with'],
  fr: [
    'a',
    'au',
    'aux',
    'avec',
    'd',
    'de',
    'des',
    'du',
    'en',
    'et',
    'l',
    'la',
    'le',
    'les',
    'ou',
    'par',
    'pour',
    'sur',
    'un',
    'une',
  ],
};

/**
 * The model a site begins with when no sample is wanted: a top page, a plain page below it, a page filled by
 * a listing, and a block of text.
 */
export function startModel(locale: string): ModelDocument {
  const textBlock = newBlockType('Text', []);
  const heading = newField('Heading', 'line', []);
  const words = newField('Text', 'formatted', ['heading']);
  textBlock.fields = [heading, words];
  textBlock.face = proposeFace([heading, words], heading.id);
  const home: PageType = {
    ...newPageType('Home', { kind: 'blocks' }, []),
    plural: 'Homes',
    icon: 'home',
    mostInSite: 1,
    inNavigation: 'no',
  };
  const plain: PageType = {
    ...newPageType('Plain page', { kind: 'blocks' }, ['home']),
    plural: 'Plain pages',
  };
  const text = { ...newField('Text', 'paragraphs', ['title']), rules: { rows: 8 } } as Field;
  plain.fields.push(text);
  plain.face = { mapping: { ...plain.face.mapping, text: [[{ field: text.id }]] } };
  const index: PageType = {
    ...newPageType('Listing page', { kind: 'listing' }, ['home', 'plainPage']),
    plural: 'Listing pages',
    icon: 'list',
  };
  const place = (parent: string, child: string): Placement => ({ id: newId(), parent, child });
  return {
    ...emptyModel(locale),
    blockTypes: [{ ...textBlock, plural: 'Texts' }],
    pageTypes: [home, plain, index],
    placements: [
      { ...place(TOP, home.id), mostUnderOne: 1 },
      place(home.id, plain.id),
      place(plain.id, plain.id),
      place(home.id, index.id),
    ],
  };
}
