import { newId } from '../ids';
import type { PartKey } from '../mapping/parts';
import { emptyModel, TOP, type ContentType, type Field, type ModelDocument, type PageType } from './document';
import { kinds, type KindName, type KindRules } from './kinds';
import { keyFrom } from './naming';
import { proposeFace } from './propose-face';

/** A new field of a kind, its key made from its label and free among the keys given. */
export function newField(label: string, kind: KindName, taken: Iterable<string>): Field {
  const common = { id: newId(), key: keyFrom(label, taken), label, indexed: kind !== 'paragraphs' };
  const fresh = <K extends KindName>(name: K): { kind: K; rules: KindRules[K] } => ({ kind: name, rules: kinds[name].freshRules() });
  return { ...common, ...fresh(kind) } as Field;
}

const nameField = (label: string): Field => ({ ...newField(label, 'line', []), required: true } as Field);

/** A new content type with a name and nothing else. */
export function newContentType(label: string, taken: Iterable<string>): ContentType {
  const name = nameField('Name');
  return {
    id: newId(), key: keyFrom(label, taken), label, plural: label, purpose: '', icon: 'file', fields: [name], title: name.id, review: false,
    columns: [name.id], face: proposeFace([name], name.id),
  };
}

/** A new page type with a title, composed of its own fields or filled by a listing. */
export function newPageType(label: string, source: PageType['source'], taken: Iterable<string>): PageType {
  const title = nameField('Title');
  const heading: PartKey = 'heading';
  return {
    id: newId(), key: keyFrom(label, taken), label, plural: label, purpose: '', icon: 'page', fields: [title], title: title.id,
    face: { [heading]: [[{ field: title.id }]] }, source, address: { from: title.id, drop: smallWords, atMost: 60 }, inNavigation: true,
  };
}

/** Small words that tell nothing in an address, by language. */
export const smallWords: Record<string, string[]> = {
  en: ['a', 'an', 'and', 'at', 'by', 'for', 'in', 'of', 'on', 'or', 'the', 'to', 'with'],
  fr: ['a', 'au', 'aux', 'avec', 'd', 'de', 'des', 'du', 'en', 'et', 'l', 'la', 'le', 'les', 'ou', 'par', 'pour', 'sur', 'un', 'une'],
};

/** The model a site begins with when no sample is wanted: one top page and one plain page below it. */
export function startModel(locale: string): ModelDocument {
  const home: PageType = { ...newPageType('Home', { kind: 'blocks' }, []), plural: 'Homes', icon: 'home', mostInSite: 1, inNavigation: false };
  const plain: PageType = { ...newPageType('Plain page', { kind: 'blocks' }, ['home']), plural: 'Plain pages' };
  const text = { ...newField('Text', 'paragraphs', ['title']), rules: { rows: 8 } } as Field;
  plain.fields.push(text);
  plain.face = { ...plain.face, text: [[{ field: text.id }]] };
  const index: PageType = { ...newPageType('Listing page', { kind: 'listing' }, ['home', 'plainPage']), plural: 'Listing pages', icon: 'list' };
  const place = (parent: string, child: string) => ({ id: newId(), parent, child });
  return {
    ...emptyModel(locale),
    pageTypes: [home, plain, index],
    placements: [{ ...place(TOP, home.id), mostUnderOne: 1 }, place(home.id, plain.id), place(plain.id, plain.id), place(home.id, index.id)],
  };
}
