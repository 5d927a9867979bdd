import { soughtAsMatch, type Sought } from '../../core/content/sought-words';
import { isOlderIn } from '../older-translations';
import { hitsComeSingly, ofLanguage, ofRecord, recordOfWords, saysNothingIn } from '../record-words';
import type { Stage, State } from '../../core/content/states';
import type { Condition } from '../../core/mapping/rule/listing-rule';
import { conditionSql, FEW } from './condition-sql';
import type { Reader } from '../database';
import { anyOf, joined, raw, sql, type Bind, type Sql } from '../sql';
import { liveNow } from './live-now';
import type { IndexTable } from '../index-tables/shape';
import { nameKey, nameWalk, withoutName, type NamedField } from './name-order';
import type { Leading, QueryContext } from './query-context';
import { stateSql } from './state-sql';
import type { RecordSort } from '../tables/records';

/** What the editors' table asks: the working side, filtered, in order, a page at a time. */
export interface TableQuestion {
  where: Condition;
  state?: State;
  /** Words that stand in it, in one language alone where that is named (by its number). */
  sought?: Sought;
  language?: number;
  /** Of several types together: those alone, by integer key, and media where they are among them. */
  among?: { types: readonly number[]; media: boolean };
  /** Of several types together: what is asked of those of each type; those of others are left out. */
  each?: readonly OfType[];
  /** By whom it was changed last (by id). */
  author?: string;
  /** Categories, in one of which it stands (by id). */
  categories?: readonly string[];
  /** When it was changed, and from when it is seen (ms): from a moment, and before one. */
  changed?: Between;
  published?: Between;
  /** Those alone that say nothing in a language, or something older than its source (by its number). */
  lacks?: number;
  older?: number;
  /** Those alone that somebody changed last, that are given to somebody (by integer key), or in which something is to fix. */
  only?: { changedBy: number } | { givenTo: number } | { toFix: true };
  shown?: Shown;
  sort: {
    by: 'title' | 'changed' | SortedBy | { columns: readonly TypeColumn[] };
    direction: 'up' | 'down';
    /** Where no index has what they are sorted by: of how many rows at most. */
    most?: number;
  };
  limit: number;
  after?: Cursor;
}

/**
 * Whether visitors see something somewhere: like a condition over what they see, or referred to by a page (or by
 * anything).
 */
export interface Shown {
  somewhere: boolean;
  where: Condition;
  referredBy: 'pages' | 'anything';
}

/**
 * What is asked of the things of one type (by integer key; media have none), which lie in an index table of their
 * own.
 */
export interface OfType {
  type: number | null;
  indexTable: IndexTable;
  where: Condition;
  shown?: Shown;
}

/**
 * What rows of an index table are sorted by: a column; the names of what a field refers to; or whether a column holds
 * anything, with which of both comes first.
 */
export type SortedBy =
  { column: string } | { names: NamedField } | { presence: string; first: 'filled' | 'empty' };

/**
 * What the rows of one type (by integer key; media have none) among all are sorted by, as it lies in its index
 * table.
 */
export interface TypeColumn {
  type: number | null;
  table: string;
  by: SortedBy;
}

/** From a moment (ms) on, and before one. */
export interface Between {
  from?: number;
  before?: number;
}

/** Where the page before ended: its last row's sort value and entry. */
export interface Cursor {
  value: string | number | null;
  entry: number;
}

export interface TableRow {
  entry: number;
  uuid: string;
  sort: RecordSort;
  /** The id of its type; media have none. */
  type: string | null;
  revision: number;
  title: string;
  stage: Stage;
  binnedAt: number | null;
  body: string;
  faults: number;
  changedAt: number;
  /** The name of who changed it last. */
  changedBy: string | null;
  /** What the row was sorted by. */
  key: string | number | null;
}

/** Whether a row `s` among all is of a type. */
const ofType = (type: number | null): string => (type === null ? "s.sort = 'medium'" : `s.type = ${type}`);

function shownSql(
  { somewhere, where, referredBy }: Shown,
  { indexTable, keyMap, now, today }: QueryContext,
): Sql {
  const condition = conditionSql(where, { side: 'live', indexTable, keyMap, today, now, leading: 'filter' });
  // From what is few: pages, or the things of the one type that are asked for.
  const referred =
    referredBy === 'pages'
      ? sql`s.entry IN (SELECT r.id FROM records p CROSS JOIN refs f ON f.source = p.id AND f.side = 1 CROSS JOIN records r ON r.uuid = f.target WHERE p.sort = 'page')`
      : sql`EXISTS (SELECT 1 FROM records r CROSS JOIN refs f ON f.target = r.uuid AND f.side = 1 WHERE r.id = s.entry)`;
  const shown = sql`SELECT s.entry FROM ${raw(indexTable.live)} s WHERE (${condition} OR ${referred}) AND ${liveNow(now)}`;
  return sql`+s.entry ${raw(somewhere ? '' : 'NOT ')}IN (${shown})`;
}

/** What is asked of the rows `s` of one type's index table. */
function ofTypeSql({ indexTable, where, shown }: OfType, asked: QueryContext, leading: Leading): Sql {
  const own = { ...asked, indexTable };
  const condition = conditionSql(where, { ...own, side: 'work', leading });
  return shown ? sql`${condition} AND ${shownSql(shown, own)}` : condition;
}

/** The entries (pages, media) of several types that are like what is asked of each. */
const eachSql = (each: readonly OfType[], asked: QueryContext): Sql =>
  each.length === 0
    ? sql`SELECT 0 AS entry WHERE 0`
    : joined(
        each.map(
          (one) =>
            sql`SELECT s.entry FROM ${raw(one.indexTable.work)} s WHERE ${ofTypeSql(one, asked, 'filter')}`,
        ),
        ' UNION ALL ',
      );

/** Whether a row `s` among all is like what is asked of its type, each row looked at by itself. */
const isLikeSql = (each: readonly OfType[], asked: QueryContext): Sql =>
  each.length === 0
    ? sql`0`
    : sql`CASE ${joined(
        each.map(
          (one) =>
            sql`WHEN ${raw(ofType(one.type))} THEN EXISTS (SELECT 1 FROM (SELECT s.entry AS own) o CROSS JOIN ${raw(one.indexTable.work)} s ON s.entry = o.own WHERE ${ofTypeSql(one, asked, 'rows')})`,
        ),
        ' ',
      )} ELSE 0 END`;

function onlySql(only: NonNullable<TableQuestion['only']>, plus: Sql): Sql {
  if ('changedBy' in only)
    return sql`${plus}s.entry IN (SELECT record FROM working WHERE changed_by = ${only.changedBy})`;
  if ('givenTo' in only)
    return sql`${plus}s.entry IN (SELECT record FROM given_work WHERE person = ${only.givenTo})`;
  return sql`${plus}s.entry IN (SELECT record FROM working WHERE faults > 0)`;
}

const betweenSql = (column: Sql, { from, before }: Between): Sql =>
  joined(
    [
      sql`${column} IS NOT NULL`,
      ...(from === undefined ? [] : [sql`${column} >= ${from}`]),
      ...(before === undefined ? [] : [sql`${column} < ${before}`]),
    ],
    ' AND ',
  );

/** What has the words that are sought, as rows `f` of the search. */
const matchSql = (sought: Sought, language: number | undefined): Sql =>
  sql`f.words MATCH ${soughtAsMatch(sought)}${language === undefined ? sql`` : sql` AND ${ofLanguage(language)}`}`;

/** That a row has the words: one of those that have, or (`singly`) asked of it by itself, where few rows are looked at. */
function wordsSql({ sought, language }: TableQuestion, plus: Sql, singly: boolean): Sql[] {
  if (!sought) return [];
  if (soughtAsMatch(sought) === '') return [sql`0`];
  const match = matchSql(sought, language);
  return [
    singly && hitsComeSingly(sought)
      ? sql`EXISTS (SELECT 1 FROM record_words f WHERE ${match} AND ${ofRecord(raw('s.entry'))})`
      : sql`${plus}s.entry IN (SELECT ${recordOfWords} FROM record_words f WHERE ${match})`,
  ];
}

function filterSql(question: TableQuestion, asked: QueryContext, leading: Leading, singly = false): Sql {
  const { indexTable, keyMap, now, today } = asked;
  const { among, author, categories, changed, published, lacks, older } = question;
  const plus = raw(leading === 'filter' ? '' : '+');
  const column = (name: string) => sql`${plus}s.${raw(name)}`;
  return joined(
    [
      question.state ? stateSql(question.state, now, leading === 'filter') : sql`${plus}s.binned = 0`,
      conditionSql(question.where, { side: 'work', indexTable, keyMap, today, now, leading }),
      ...(question.each
        ? [
            leading === 'filter'
              ? sql`s.entry IN (${eachSql(question.each, asked)})`
              : isLikeSql(question.each, asked),
          ]
        : []),
      ...(question.shown ? [shownSql(question.shown, asked)] : []),
      ...(question.only ? [onlySql(question.only, plus)] : []),
      ...(among
        ? [
            sql`(${column('type')} IN ${anyOf(among.types)}${among.media ? sql` OR ${column('sort')} = 'medium'` : sql``})`,
          ]
        : []),
      ...(author === undefined
        ? []
        : [
            sql`${plus}s.entry IN (SELECT w.record FROM working w JOIN people p ON p.id = w.changed_by WHERE p.uuid = ${author})`,
          ]),
      ...(categories
        ? [sql`${plus}s.entry IN (SELECT source FROM refs WHERE side = 0 AND target IN ${anyOf(categories)})`]
        : []),
      ...(changed ? [betweenSql(column('changed'), changed)] : []),
      ...(published ? [betweenSql(column('live_from'), published)] : []),
      ...(lacks === undefined ? [] : [saysNothingIn(raw('s.entry'), lacks)]),
      ...(older === undefined ? [] : [isOlderIn(raw('s.entry'), older)]),
      ...wordsSql(question, plus, singly),
    ],
    ' AND ',
  );
}

/** How many rows a question has in all; not counted beyond `most`. */
export async function countRows(
  reader: Reader,
  asked: QueryContext,
  question: TableQuestion,
  most?: number,
): Promise<number> {
  const found = foundSql(question, asked);
  const row = await reader.one<{ n: number }>(
    most === undefined
      ? sql`SELECT count(*) AS n FROM (SELECT ${found})`
      : sql`SELECT count(*) AS n FROM (SELECT ${found} LIMIT ${most})`,
  );
  return row?.n ?? 0;
}

/** The integer keys of the next rows of a question after one, in their order. */
export const keysOfRows = async (
  reader: Reader,
  asked: QueryContext,
  question: TableQuestion,
  after: number,
  most: number,
): Promise<number[]> =>
  (
    await reader.all<{ entry: number }>(
      sql`SELECT s.entry FROM ${raw(asked.indexTable.work)} s WHERE s.entry > ${after} AND ${filterSql(question, asked, 'sort')} ORDER BY s.entry LIMIT ${most}`,
    )
  ).map(({ entry }) => entry);

/**
 * What a question lets through, to be counted: with words, what has them leads, else what is asked of each type,
 * so that counting so far stops there. What says words in several languages is one.
 */
function foundSql({ sought, language, ...question }: TableQuestion, asked: QueryContext): Sql {
  const table = raw(asked.indexTable.work);
  if (!sought && question.each) {
    // Each type's index table has all that is asked besides, but of which type it is.
    const { each, among: _among, ...others } = question;
    const parts = each.map((one) => {
      const besides = filterSql(others, { ...asked, indexTable: one.indexTable }, 'filter');
      return sql`SELECT 1 FROM ${raw(one.indexTable.work)} s WHERE ${ofTypeSql(one, asked, 'filter')} AND ${besides}`;
    });
    return sql`1 FROM (${parts.length === 0 ? sql`SELECT 1 WHERE 0` : joined(parts, ' UNION ALL ')})`;
  }
  if (!sought || soughtAsMatch(sought) === '')
    return sql`1 FROM ${table} s WHERE ${filterSql({ ...question, ...(sought ? { sought } : {}) }, asked, 'filter')}`;
  return sql`DISTINCT s.entry FROM record_words f CROSS JOIN ${table} s ON s.entry = ${recordOfWords} WHERE ${matchSql(sought, language)} AND ${filterSql(question, asked, 'sort')}`;
}

/**
 * While words have at most so many hits for each row of a page, the hits are sorted. With more, rows are walked in their
 * order and each is asked for its words: a page is full soon.
 */
const HITS_PER_ROW = 40;
/** How far rows are counted where nobody asks for more. */
export const MANY = 2000;

/**
 * A page of rows, and how many there are in all: with many, the page is sought while they are counted, or so many are told
 * as are counted at the least (`most`). Nothing where there are more than are sorted.
 */
export async function rowsWithCount(
  reader: Reader,
  asked: QueryContext,
  question: TableQuestion,
  most?: number,
): Promise<{ total: number; isAll: boolean; rows: TableRow[] } | undefined> {
  const bound = question.sort.most;
  const some = most ?? FEW;
  const few = bound ?? (question.sought ? Math.max(some, HITS_PER_ROW * question.limit) : some);
  const counted = await countRows(reader, asked, question, few + 1);
  const areMany = counted > few;
  if (areMany && bound !== undefined) return undefined;
  const [total, rows] = await Promise.all([
    areMany && most === undefined ? countRows(reader, asked, question) : counted,
    pageOfRows(reader, asked, question, areMany),
  ]);
  if (areMany && most !== undefined) return { total: most, isAll: false, rows };
  return { total, isAll: true, rows };
}

/** What a row of an index table is sorted by, as it is read of the row by itself. */
function sortedKey(by: SortedBy, row: string): Sql {
  if ('column' in by) return raw(`${row}.${by.column}`);
  return 'names' in by ? nameKey(by.names, row) : sql`CASE WHEN ${comesFirst(by, row)} THEN 1 END`;
}

type Presence = Extract<SortedBy, { presence: string }>;
const comesFirst = ({ presence, first }: Presence, row: string): Sql =>
  raw(`${row}.${presence} IS ${first === 'filled' ? 'NOT NULL' : 'NULL'}`);

/** What a row is sorted by, as it is read of a row `s`. */
function keyOf({ by }: TableQuestion['sort'], { titleSort }: IndexTable): Sql {
  if (by === 'title') return raw(`s.${titleSort}`);
  if (by === 'changed') return raw('s.changed');
  if (!('columns' in by)) return sortedKey(by, 's');
  const cases = by.columns.map(
    ({ type, table, by: own }) =>
      sql`WHEN ${raw(ofType(type))} THEN (SELECT ${sortedKey(own, 't')} FROM ${raw(table)} t WHERE t.entry = s.entry)`,
  );
  return cases.length === 0 ? raw('NULL') : sql`CASE ${joined(cases, ' ')} END`;
}

/** Rows `s` that are gone through in their order, along an index. */
interface Walk {
  from: Sql;
  key: Sql;
  entry: Sql;
  /** Which rows are meant, beside all that is asked of every row. */
  where: Sql;
}

/**
 * What is gone through to find the first rows in their order: the table itself, or, where many rows are sorted
 * by names, these; where rows of all content are sorted by what each type has of its own, the index tables of
 * those types, and beside them what has none.
 */
function walksOf({ sort }: TableQuestion, { indexTable }: QueryContext, areMany: boolean): Walk[] {
  const table = sql`${raw(indexTable.work)} s`;
  const whole: Walk = { from: table, key: keyOf(sort, indexTable), entry: raw('s.entry'), where: raw('1') };
  if (typeof sort.by === 'string' || !areMany) return [whole];
  if (!('columns' in sort.by)) return sortedWalks(sort.by, indexTable.work, 's');
  const { columns } = sort.by;
  const having = columns.map(({ type }) => raw(ofType(type)));
  return [
    ...columns.flatMap((each) =>
      sortedWalks(each.by, each.table, 't').map((walk) => ({
        ...walk,
        from: sql`${walk.from} CROSS JOIN ${table} ON s.entry = t.entry`,
      })),
    ),
    { ...whole, key: raw('NULL'), where: sql`(${joined([raw('0'), ...having], ' OR ')}) IS NOT 1` },
  ];
}

/**
 * How the rows of one index table are gone through in their order: those that have a name, or come first, with the others
 * beside them.
 */
function sortedWalks(by: SortedBy, table: string, row: string): Walk[] {
  const rows: Walk = {
    from: raw(`${table} ${row}`),
    key: raw('NULL'),
    entry: raw(`${row}.entry`),
    where: raw('1'),
  };
  if ('column' in by) return [{ ...rows, key: sortedKey(by, row) }];
  if ('presence' in by)
    return [
      { ...rows, key: sql`${1}`, where: comesFirst(by, row) },
      { ...rows, where: sql`NOT (${comesFirst(by, row)})` },
    ];
  return [
    { ...rows, ...nameWalk(by.names, table, row) },
    { ...rows, where: withoutName(by.names, table, row) },
  ];
}

/**
 * One page of rows. Rows with a sort value are walked along its index from where the last page ended; rows without
 * come after them, whichever the direction. With few, what they are filtered by leads, with many their order.
 */
async function pageOfRows(
  reader: Reader,
  asked: QueryContext,
  question: TableQuestion,
  areMany: boolean,
): Promise<TableRow[]> {
  const { sort, after, limit } = question;
  const [more, way] = sort.direction === 'up' ? [raw('>'), raw('ASC')] : [raw('<'), raw('DESC')];
  const filter = filterSql(question, asked, areMany ? 'sort' : 'filter', areMany);
  const walks = walksOf(question, asked, areMany);
  const part = (which: (walk: Walk) => { extra: Sql; order: Sql }, most: number): Promise<TableRow[]> => {
    const found = walks.map((walk) => {
      const { extra, order } = which(walk);
      return sql`SELECT s.entry, ${walk.key} AS key FROM ${walk.from} WHERE ${filter} AND ${walk.where} AND ${extra} ORDER BY ${order} LIMIT ${most}`;
    });
    const [only, ...others] = found;
    const first =
      only && others.length === 0
        ? only
        : sql`${joined(
            found.map((each) => sql`SELECT * FROM (${each})`),
            ' UNION ALL ',
          )} ORDER BY key ${way}, entry ${way} LIMIT ${most}`;
    return reader.all<TableRow>(
      sql`SELECT p.entry, r.uuid, r.sort, t.uuid AS type, r.binned_at AS binnedAt, w.revision, w.title, w.stage, w.body, w.faults, w.changed_at AS changedAt, h.name AS changedBy, p.key
       FROM (${first}) p JOIN records r ON r.id = p.entry JOIN working w ON w.record = p.entry
       LEFT JOIN ids t ON t.n = r.type LEFT JOIN people h ON h.id = w.changed_by ORDER BY p.key ${way}, p.entry ${way}`,
    );
  };
  const begun: Bind | undefined = after?.value;
  const withKey = ({ key, entry }: Walk) => ({
    extra:
      after && begun !== undefined && begun !== null
        ? sql`${key} ${more}= ${begun} AND (${key} ${more} ${begun} OR ${entry} ${more} ${after.entry})`
        : sql`${key} IS NOT NULL`,
    order: sql`${key} ${way}, ${entry} ${way}`,
  });
  const rows = begun === null ? [] : await part(withKey, limit);
  if (rows.length >= limit || typeof sort.by === 'string') return rows;
  const withoutKey = ({ key, entry }: Walk) => ({
    extra:
      begun === null && after ? sql`${key} IS NULL AND ${entry} ${more} ${after.entry}` : sql`${key} IS NULL`,
    order: sql`${entry} ${way}`,
  });
  return [...rows, ...(await part(withoutKey, limit - rows.length))];
}
