import type { CompiledModel, CompiledType } from '../../core/model/compile';
import type { ContentType, Field, PageType } from '../../core/model/document';
import { MEDIA } from '../../core/model/media-type';
import type { KeyMap } from '../key-map';
import { kindFor } from '../../core/model/kinds';

/** An index table has two sides: what is worked on, one row an entry (page, medium); and what visitors see, one row a live version. */
export const sides = ['work', 'live'] as const;
export type Side = (typeof sides)[number];
export const sideNumber: Record<Side, number> = { work: 0, live: 1 };
/** The column that names a row of a side. */
export const rowKey: Record<Side, string> = { work: 'entry', live: 'version' };

/** A column of a field, and what it holds of each value; for words in order, in which language. */
export interface IndexedColumn {
  name: string;
  affinity: string;
  holds: 'value' | 'rank' | 'words folded' | 'words in order';
  language?: string;
}

/** How one field lies in its type's index table. */
export interface IndexedField {
  n: number;
  field: Field;
  /** The value; for a choice its integer key; for several their count; for long text 1. Null when empty. */
  value: string;
  /** What to sort by, if it can be sorted by. */
  sort?: string;
  /** What to sort by in the other languages, by locale: as it is said there, in the order of that language. */
  sorts?: Readonly<Record<string, string>>;
  /** A line without case and accents, for "contains". */
  folded?: string;
  many: boolean;
  /** Whether values are other things' ids, kept by their integer keys. */
  ids: boolean;
  columns: IndexedColumn[];
}

/** A type whose entries or pages lie in an index table, or that of media. */
export type IndexedType = CompiledType<ContentType> | CompiledType<PageType>;

/** The tables and columns of a type's index table, by a naming that anyone can follow from the integer keys. */
export interface IndexTable {
  work: string;
  live: string;
  fields: ReadonlyMap<string, IndexedField>;
  titleSort: string;
  /** The main language. */
  locale: string;
  /** What lies in it. */
  holds: 'entries' | 'pages' | 'media';
  /** The index tables of the types that have a field, for a condition that runs through an entry link. */
  having?: (field: string) => IndexTable[];
}

/** The column that sorts by a field in a language; without one in the main one. */
export const sortIn = (field: IndexedField | undefined, language: string | undefined): string | undefined =>
  (language === undefined ? undefined : field?.sorts?.[language]) ?? field?.sort;

const sortName = (locale: string) => locale.replace(/[^a-z]/gi, '').toLowerCase();

/** Of what sort a field's values are: those of another sort lie in other columns, so that both can stand side by side. */
function sortOf(field: Field): string {
  const { indexShape, derived } = kindFor(field);
  return [field.kind.replace(/\W/g, '_'), indexShape.many ? 'several' : '', derived ? indexShape.column : '']
    .filter(Boolean)
    .join('_')
    .toLowerCase();
}

/** What of a model decides how values lie in index tables, besides the fields themselves. */
export type Around = Pick<CompiledModel, 'document' | 'reordered'>;

function indexedField(field: Field, keyMap: KeyMap, { document, reordered }: Around): IndexedField {
  const { main: locale, others } = document.locales;
  const n = keyMap.of(field.id);
  const shape = kindFor(field).indexShape;
  const own = `${n}_${sortOf(field)}`;
  const value = `f${own}`;
  const base = { n, field, value, many: shape.many, ids: shape.ids ?? kindFor(field).choices !== undefined };
  const column: IndexedColumn = { name: value, affinity: shape.column, holds: 'value' };
  if (shape.sort === 'text') {
    const sortedIn = (language: string) => `s${own}_${sortName(language)}`;
    const sorts = Object.fromEntries(others.map((each) => [each, sortedIn(each)]));
    const [sort, words] = [sortedIn(locale), `t${own}`];
    const inOrder = (language: string): IndexedColumn => ({
      name: sortedIn(language),
      affinity: 'TEXT',
      holds: 'words in order',
      language,
    });
    return {
      ...base,
      sort,
      sorts,
      folded: words,
      columns: [
        column,
        inOrder(locale),
        { name: words, affinity: 'TEXT', holds: 'words folded' },
        ...others.map(inOrder),
      ],
    };
  }
  if (shape.sort === 'rank') {
    // In another order ranks lie in another column, so that both can stand side by side; of two, since no more
    // are needed.
    const turned = (reordered.get(field.id) ?? 0) % 2 === 1;
    const rank: IndexedColumn = {
      name: `r${own}${turned ? '_turned' : ''}`,
      affinity: 'INTEGER',
      holds: 'rank',
    };
    return { ...base, sort: rank.name, columns: [column, rank] };
  }
  return shape.sort === 'value'
    ? { ...base, sort: value, columns: [column] }
    : { ...base, columns: [column] };
}

export function indexTableOf(type: IndexedType, keyMap: KeyMap, around: Around): IndexTable {
  const locale = around.document.locales.main;
  const n = keyMap.of(type.id);
  return {
    work: `index_${n}_work`,
    live: `index_${n}_live`,
    fields: new Map(type.fields.map((field) => [field.id, indexedField(field, keyMap, around)])),
    titleSort: `title_${sortName(locale)}`,
    locale,
    holds: 'source' in type.definition ? 'pages' : type.id === MEDIA ? 'media' : 'entries',
  };
}
