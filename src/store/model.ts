import { sql } from './sql';
import type { Id } from '../core/ids';
import type { CompiledModel } from '../core/model/compile';
import type { ModelDocument } from '../core/model/document';
import type { Reader, WriteTransaction } from './database';
import { modelRevisions } from './tables/model-revisions';
import { modelWorking } from './tables/model-working';

export interface ModelRow {
  number: number;
  document: ModelDocument;
  reordered: CompiledModel['reordered'];
  at: number;
}
export interface WorkingModelRow {
  base: number;
  number: number;
  document: ModelDocument;
  changedAt: number;
  by: string;
}

// What the database holds was checked by the model's schema before it was written.
const documentOf = (body: string): ModelDocument => JSON.parse(body) as ModelDocument;
const countsOf = (body: string): [Id, number][] => JSON.parse(body) as [Id, number][];

/** The model in force: the newest revision. */
export async function modelInForce(reader: Reader): Promise<ModelRow | undefined> {
  const row = await reader.one<{ number: number; body: string; reordered: string | null; at: number }>(
    sql`SELECT number, body, reordered, at FROM model_revisions ORDER BY number DESC LIMIT 1`,
  );
  if (!row) return undefined;
  const { number, body, reordered, at } = row;
  return { number, document: documentOf(body), reordered: new Map(countsOf(reordered ?? '[]')), at };
}

/** The model document of a revision. */
export async function modelRevision(reader: Reader, number: number): Promise<ModelDocument | undefined> {
  const kept = await reader.find(modelRevisions, { number });
  return kept && documentOf(kept.body);
}

export async function putModelInForce(
  tx: WriteTransaction,
  { revision, document, reordered }: Pick<CompiledModel, 'revision' | 'document' | 'reordered'>,
  at: number,
  person: number | null,
): Promise<void> {
  const counts = reordered.size > 0 ? JSON.stringify([...reordered]) : null;
  await tx.insert(modelRevisions, {
    number: revision,
    body: JSON.stringify(document),
    reordered: counts,
    at,
    person,
  });
}

export async function workingModel(reader: Reader): Promise<WorkingModelRow | undefined> {
  const row = await reader.one<{ base: number; number: number; body: string; changedAt: number; by: string }>(
    sql`SELECT m.base, m.number, m.body, m.changed_at AS changedAt, p.name AS by FROM model_working m JOIN people p ON p.id = m.person`,
  );
  return (
    row && {
      base: row.base,
      number: row.number,
      document: documentOf(row.body),
      changedAt: row.changedAt,
      by: row.by,
    }
  );
}

/** Which working copy there is, without what it says: a word that differs with each change of it. */
export async function workingMark(reader: Reader): Promise<string | undefined> {
  const row = await reader.one<{ mark: string }>(
    sql`SELECT base || ' ' || number || ' ' || changed_at AS mark FROM model_working`,
  );
  return row?.mark;
}

export const putWorkingModel = (
  tx: WriteTransaction,
  base: number,
  number: number,
  document: ModelDocument,
  changedAt: number,
  person: number,
): Promise<void> =>
  tx.put(modelWorking, [{ one: 1, base, number, body: JSON.stringify(document), changedAt, person }]);

export const dropWorkingModel = (tx: WriteTransaction): Promise<number> =>
  tx.remove(modelWorking, { one: 1 });

/** What listings read, in their working or their live version: types and fields, by their ids. */
export async function readByListings(reader: Reader): Promise<Id[]> {
  return (
    await reader.all<{ target: Id }>(
      sql`SELECT DISTINCT f.target FROM records r CROSS JOIN refs f ON f.source = r.id WHERE r.sort = 'listing'`,
    )
  ).map(({ target }) => target);
}

/** What listings that stand on pages read, in what is worked on: types and fields, by their ids. */
export const listedOnPages = async (reader: Reader): Promise<Id[]> =>
  (
    await reader.all<{ target: Id }>(
      sql`SELECT DISTINCT f.target FROM records l CROSS JOIN refs f ON f.source = l.id AND f.side = 0
       WHERE l.sort = 'listing' AND l.binned_at IS NULL AND EXISTS
         (SELECT 1 FROM refs p CROSS JOIN records r ON r.id = p.source WHERE p.target = l.uuid AND p.side = 0 AND r.sort = 'page' AND r.binned_at IS NULL)`,
    )
  ).map(({ target }) => target);

/** Of some types, by integer key, those that there are records of; those in the bin counted or not. */
export const typesWithRecords = async (
  reader: Reader,
  types: readonly number[],
  { inBin }: { inBin: boolean },
): Promise<number[]> =>
  (
    await reader.all<{ type: number }>(
      sql`SELECT t.value AS type FROM json_each(${JSON.stringify(types)}) t
       WHERE EXISTS (SELECT 1 FROM records r WHERE r.sort IN ('entry', 'page') AND r.type = t.value ${inBin ? sql`` : sql`AND r.binned_at IS NULL`})`,
    )
  ).map(({ type }) => type);

/** How many pages of each type stand under each type, by integer key; 0 for the top of a site. The bin is left out. */
export const placedCounts = (reader: Reader): Promise<{ parent: number; child: number; n: number }[]> =>
  reader.all(
    sql`SELECT coalesce(a.type, 0) AS parent, r.type AS child, count(*) AS n FROM page_places p JOIN records r ON r.id = p.record AND r.binned_at IS NULL LEFT JOIN records a ON a.id = p.parent
     WHERE p.record NOT IN (SELECT record FROM category_words) GROUP BY 1, 2`,
  );

/**
 * Pages that stand as some placements say, each a pair of types by integer key with 0 for the top of a site, at most
 * `most` of them. The words of one category stand nowhere by themselves.
 */
export const pagesPlaced = (
  reader: Reader,
  cells: readonly (readonly [number, number])[],
  most: number,
): Promise<{ uuid: Id; title: string; address: string }[]> =>
  reader.all(
    sql`SELECT r.uuid, w.title, p.address FROM page_places p JOIN records r ON r.id = p.record AND r.binned_at IS NULL JOIN working w ON w.record = r.id LEFT JOIN records a ON a.id = p.parent
     WHERE p.record NOT IN (SELECT record FROM category_words)
       AND EXISTS (SELECT 1 FROM json_each(${JSON.stringify(cells)}) c WHERE c.value ->> 0 = coalesce(a.type, 0) AND c.value ->> 1 = r.type) ORDER BY p.address LIMIT ${most}`,
  );

export const categoryCount = async (reader: Reader, scheme: number): Promise<number> =>
  (await reader.one<{ n: number }>(sql`SELECT count(*) AS n FROM categories WHERE scheme = ${scheme}`))?.n ??
  0;

/** How many records of each type there are, by the type's integer key; the bin counted too. */
export const recordCounts = (reader: Reader): Promise<{ type: number; n: number }[]> =>
  reader.all(sql`SELECT type, count(*) AS n FROM records WHERE type IS NOT NULL GROUP BY type`);
