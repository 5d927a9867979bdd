import { newId, type Id } from '../../ids';
import { expandFields } from '../compile';
import {
  isInclude,
  type ContentType,
  type Field,
  type FieldSet,
  type ModelDocument,
  type PageType,
} from '../document';
import { foundParts, foundSet, type FoundMapping, type FoundPart } from '../found';
import { newField, newFieldSet } from '../fresh/start';
import { answersOf } from '../page-source';
import { setsOf, withFields } from './edit';

interface WrittenPart {
  key: string;
  label: string;
  help: string;
  kind: 'line' | 'paragraphs' | 'media' | 'link' | 'yesNo';
  rules?: object;
}

/** What is said in each language of its own. */
const spoken = { line: true, paragraphs: true } as const;

/** The field of each part as the set is made; whoever has the set may change any of them. */
const writtenParts: Record<FoundPart, WrittenPart> = {
  title: {
    key: 'foundTitle',
    label: 'Called in results',
    help: 'Left empty, its own title.',
    kind: 'line',
  },
  description: {
    key: 'foundWords',
    label: 'Told in results',
    help: 'One or two sentences. Left empty, its summary.',
    kind: 'paragraphs',
  },
  cardTitle: {
    key: 'cardTitle',
    label: 'Called on the card',
    help: 'Where the page is shared. Left empty, as in results.',
    kind: 'line',
  },
  cardWords: {
    key: 'cardWords',
    label: 'Told on the card',
    help: 'Left empty, as in results.',
    kind: 'paragraphs',
  },
  cardPicture: {
    key: 'cardPicture',
    label: 'Shown on the card',
    help: 'Left empty, the picture of its appearance.',
    kind: 'media',
    rules: { accept: ['picture'] },
  },
  address: {
    key: 'standsFirstAt',
    label: 'Stands first at',
    help: 'Where the same is said elsewhere, and search engines should find that.',
    kind: 'link',
    rules: { allow: ['page', 'entry', 'url'] },
  },
  hidden: {
    key: 'leftOut',
    label: 'Left out by search engines',
    help: 'It stays on the site; it is only not found from outside.',
    kind: 'yesNo',
  },
};

function writtenField({ key, label, help, kind, rules }: WrittenPart): Field {
  const made = newField(label, kind, []);
  return {
    ...made,
    ...{ key, help, group: foundSet.label, indexed: false },
    ...(kind in spoken ? { localised: true } : {}),
    rules: { ...made.rules, ...rules },
  } as Field;
}

const newFoundSet = (taken: readonly string[]): FieldSet => ({
  ...newFieldSet(foundSet.label, taken),
  key: taken.includes(foundSet.key) ? newFieldSet(foundSet.label, taken).key : foundSet.key,
  plural: foundSet.label,
  purpose: 'How something is found by search engines, and what is shown where it is shared.',
  fields: foundParts.map((part) => writtenField(writtenParts[part])),
});

/** Whether a field set is the one by which it is said, whatever became of its name. */
export const isFoundSet = ({ fields }: FieldSet): boolean =>
  fields.some((each) => !isInclude(each) && each.key === writtenParts.title.key);

const keptFoundSet = ({ fieldSets }: ModelDocument): FieldSet | undefined => fieldSets.find(isFoundSet);

/**
 * The types whose things have a page of their own to be found: pages to go to, and what page types show one of
 * each.
 */
export function typesFound(document: ModelDocument): (ContentType | PageType)[] {
  const sources = document.pageTypes.map(({ source }) => answersOf(source));
  const shown = new Set(sources.map(({ entryType }) => entryType));
  return [
    ...document.contentTypes.filter(({ id }) => shown.has(id)),
    ...document.pageTypes.filter((_type, i) => !sources[i]?.leads && sources[i]?.entryType === undefined),
  ];
}

/** Whether whoever writes may say how things of a type are found: it has the set's fields. */
export const saysHowFound = (document: ModelDocument, type: ContentType | PageType): boolean => {
  const set = keptFoundSet(document);
  return set !== undefined && type.fields.some((each) => isInclude(each) && each.include === set.id);
};

/**
 * The document in which whoever writes may say how things of some types are found and shared: the types include
 * a field set
 * for that (made where there is none), and map it. What a type mapped before stands behind it. Types that have it stay.
 */
export function letFoundBeSaid(document: ModelDocument, types: readonly Id[]): ModelDocument {
  if (types.length === 0) return document;
  const set = keptFoundSet(document) ?? newFoundSet(document.fieldSets.map(({ key }) => key));
  const withSet: ModelDocument = keptFoundSet(document)
    ? document
    : { ...document, fieldSets: [...document.fieldSets, set] };
  const sets = setsOf(withSet);
  const own = expandFields(set.fields, sets);
  const fed = foundParts.flatMap((part): [FoundPart, Id][] => {
    const field = own.find(({ key }) => key === writtenParts[part].key);
    return field ? [[part, field.id]] : [];
  });
  const including = <T extends ContentType | PageType>(type: T): T => {
    if (!types.includes(type.id) || saysHowFound(withSet, type)) return type;
    const found: FoundMapping = Object.fromEntries(
      fed.map(([part, id]) => [part, [id, ...(type.found?.[part] ?? [])]]),
    );
    return withFields({ ...type, found }, [...type.fields, { id: newId(), include: set.id }], sets);
  };
  return {
    ...withSet,
    contentTypes: withSet.contentTypes.map(including),
    pageTypes: withSet.pageTypes.map(including),
  };
}
