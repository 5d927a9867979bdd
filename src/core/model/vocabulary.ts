import type { Id } from '../ids';
import type { KindName } from './kinds/kind';

/** A property of a thing in the vocabulary: what it is called, and which kinds of fields can say it. */
export interface VocabularyProperty {
  label: string;
  kinds: readonly KindName[];
  /** Without it those who read the vocabulary make nothing of the thing. */
  required?: true;
}

const days: readonly KindName[] = ['date', 'moment'];
const words: readonly KindName[] = ['line', 'paragraphs', 'choice', 'category', 'entry', 'computed'];

/**
 * What an entry may be to those who read sites by themselves, in the vocabulary of schema.org, with the properties that its
 * fields may say. Its name, description, picture, address and language are told in any case.
 */
export const vocabulary = {
  Event: {
    label: 'An event',
    properties: {
      startDate: { label: 'Begins', kinds: days, required: true },
      endDate: { label: 'Ends', kinds: days },
      location: { label: 'Where', kinds: words, required: true },
      price: { label: 'Price', kinds: ['number'] },
      organizer: { label: 'Who holds it', kinds: words },
    },
  },
  Article: {
    label: 'An article or a notice',
    properties: {
      datePublished: { label: 'Of which day', kinds: days },
      author: { label: 'Who wrote it', kinds: words },
      articleSection: { label: 'Under what', kinds: words },
    },
  },
  Person: {
    label: 'A person',
    properties: {
      jobTitle: { label: 'What they do', kinds: words },
      affiliation: { label: 'Where they belong', kinds: words },
    },
  },
  Place: {
    label: 'A place',
    properties: {
      address: { label: 'Address', kinds: ['line', 'paragraphs'] },
      publicAccess: { label: 'Open to all', kinds: ['yesNo'] },
    },
  },
  Product: {
    label: 'A thing to be had',
    properties: {
      price: { label: 'Price', kinds: ['number'], required: true },
      sku: { label: 'Number', kinds: ['line', 'number'] },
      category: { label: 'Sort', kinds: words },
    },
  },
} as const satisfies Record<string, { label: string; properties: Record<string, VocabularyProperty> }>;

export type VocabularyType = keyof typeof vocabulary;
export const vocabularyTypes = Object.keys(vocabulary) as VocabularyType[];

/** What the entries of a type are in the vocabulary, and which of their own fields say which property. */
export interface VocabularyMapping {
  is: VocabularyType;
  fields: Record<string, Id>;
}

/** The properties of a thing in the vocabulary, in order. */
export const propertiesOf = (is: VocabularyType): [string, VocabularyProperty][] =>
  Object.entries(vocabulary[is].properties);

/** What an entry says in the vocabulary: days as ISO 8601, numbers as they are, all else in words. */
export interface VocabularyThing {
  is: VocabularyType;
  said: Record<string, string | number | boolean>;
}
