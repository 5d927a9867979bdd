import { isJsonObject, type Json, type JsonObject } from '../../core/json';
import { freshHouseStyle } from '../../core/model/fresh/house-style';
import { smallWords } from '../../core/model/fresh/start';
import type { WriteTransaction } from '../database';

/**
 * Categories with all that stand below each, media, and the model documents there are brought to the shape that knows
 * slots, layouts, faces, field sets and schemes.
 */
export const wholeModel = {
  name: '002-whole-model',
  async up(tx: WriteTransaction): Promise<void> {
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

const list = (value: Json | undefined): JsonObject[] =>
  Array.isArray(value) ? value.filter(isJsonObject) : [];

/** A model document of the first shape in the whole shape; one that has it already stays. */
export function wholeDocument(document: JsonObject): JsonObject {
  if ('blockTypes' in document) return document;
  const slug = (title: Json | undefined): JsonObject => ({ from: title ?? '', drop: smallWords, atMost: 60 });
  const style = freshHouseStyle() as unknown as JsonObject;
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
