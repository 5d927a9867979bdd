import type { StepTransaction } from './step';
import { isJsonObject, type Json, type JsonObject } from './json';

/**
 * Categories with all that stand below each, media, and the model documents there are brought to the shape that knows
 * slots, layouts, faces, field sets and schemes.
 */
export const wholeModel = {
  name: '002-whole-model',
  async up(tx: StepTransaction): Promise<void> {
    for (const statement of statements) await tx.run(statement);
    for (const [table, key] of [
      ['model_revisions', 'number'],
      ['model_working', 'one'],
    ] as const) {
      for (const { id, body } of await tx.all<{ id: number; body: string }>(
        `SELECT ${key} AS id, body FROM ${table}`,
      )) {
        const document: unknown = JSON.parse(body);
        if (isJsonObject(document))
          await tx.run(`UPDATE ${table} SET body = $1 WHERE ${key} = $2`, [
            JSON.stringify(wholeDocument(document)),
            id,
          ]);
      }
    }
  },
};

const statements = [
  `CREATE TABLE categories (
    id INTEGER PRIMARY KEY REFERENCES ids(n), uuid TEXT NOT NULL UNIQUE, scheme INTEGER NOT NULL REFERENCES ids(n), parent INTEGER REFERENCES categories(id),
    position TEXT NOT NULL, key TEXT NOT NULL, slug TEXT NOT NULL, label TEXT NOT NULL, body TEXT NOT NULL, revision INTEGER NOT NULL, changed_at INTEGER NOT NULL, changed_by INTEGER REFERENCES people(id))`,
  `CREATE UNIQUE INDEX category_by_key ON categories (scheme, key)`,
  `CREATE INDEX category_by_parent ON categories (scheme, parent, position)`,
  `CREATE TABLE closure (ancestor INTEGER NOT NULL, descendant INTEGER NOT NULL, depth INTEGER NOT NULL, PRIMARY KEY (ancestor, descendant)) WITHOUT ROWID`,
  `CREATE UNIQUE INDEX closure_by_descendant ON closure (descendant, ancestor)`,
  `CREATE TABLE media (
    id INTEGER PRIMARY KEY REFERENCES ids(n), uuid TEXT NOT NULL UNIQUE, sort TEXT NOT NULL CHECK (sort IN ('picture', 'document', 'sound', 'film')),
    label TEXT NOT NULL, file TEXT NOT NULL, mime TEXT NOT NULL, bytes INTEGER NOT NULL, width INTEGER, height INTEGER, alt TEXT NOT NULL, hash TEXT NOT NULL,
    revision INTEGER NOT NULL, made_at INTEGER NOT NULL, made_by INTEGER REFERENCES people(id), binned_at INTEGER)`,
  `CREATE INDEX media_by_time ON media (binned_at, made_at)`,
  `CREATE INDEX media_by_hash ON media (hash)`,
];

/** The house style and the words that slugs leave out, as they were when this step was written. */
const style: JsonObject = {
  palette: {
    paper: '#fbfaf5',
    sheet: '#ffffff',
    ink: '#1b2a29',
    soft: '#56635f',
    accent: '#2f5a52',
    onAccent: '#ffffff',
    rule: '#dfdccf',
  },
  dark: {
    paper: '#141a19',
    sheet: '#1d2523',
    ink: '#eceee8',
    soft: '#a9b5b0',
    accent: '#8fc7b8',
    onAccent: '#10201c',
    rule: '#36423f',
  },
  type: { base: 17, scale: 1.25, headings: 'reading', text: 'reading' },
  space: 24,
  corners: 0,
  textStyles: [
    { key: 'lead', label: 'Lead', size: 1.2, weight: 400, colour: 'ink', face: 'reading' },
    { key: 'note', label: 'Note', size: 0.9, weight: 400, colour: 'soft', face: 'plain' },
  ],
  variants: [
    { key: 'quiet', label: 'Quiet', ground: 'none', frame: 'none', width: 'text', room: 0 },
    { key: 'tinted', label: 'Tinted', ground: 'tint', frame: 'none', width: 'wide', room: 1 },
    { key: 'framed', label: 'Framed', ground: 'sheet', frame: 'line', width: 'text', room: 1 },
    { key: 'wide', label: 'Wide', ground: 'none', frame: 'none', width: 'full', room: 0 },
  ],
};
const smallWords: JsonObject = {
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

const list = (value: Json | undefined): JsonObject[] =>
  Array.isArray(value) ? value.filter(isJsonObject) : [];

/** A model document of the first shape in the whole shape; one that has it already stays. */
export function wholeDocument(document: JsonObject): JsonObject {
  if ('blockTypes' in document) return document;
  const slug = (title: Json | undefined): JsonObject => ({ from: title ?? '', drop: smallWords, atMost: 60 });
  return {
    ...document,
    houseStyle: { ...style, ...(isJsonObject(document.houseStyle) ? document.houseStyle : {}) },
    schemes: [],
    fieldSets: [],
    blockTypes: [],
    contentTypes: list(document.contentTypes).map((type) => ({
      ...type,
      face: { mapping: type.face ?? {} },
      slug: slug(type.title),
    })),
    pageTypes: list(document.pageTypes).map((type) => ({
      ...type,
      face: { mapping: type.face ?? {} },
      slots: [],
      layouts: [],
      childOrder: 'byHand',
      inNavigation: type.inNavigation === false ? 'no' : 'yes',
    })),
  };
}
