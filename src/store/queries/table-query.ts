import type { Stage, State } from '../../core/content/states';
import type { Condition } from '../../core/mapping/rule/listing-rule';
import { Binds } from './binds';
import { conditionSql, FEW } from './condition-sql';
import type { Leading } from './query-context';
import type { Reader, Bind } from '../database';
import type { IndexTable } from '../index-tables/shape';
import { stateSql } from './state-sql';
import type { KeyMap } from '../key-map';

/** What the editors' table asks: the working side, filtered, in order, a page at a time. */
export interface TableQuestion {
  where: Condition;
  state?: State;
  /** Words sought in the title; each may be the beginning of a word. */
  words?: string;
  /** Whether visitors see it somewhere: like a condition over what they see, or referred to by a page. */
  shown?: { somewhere: boolean; where: Condition };
  sort: { by: 'title' | 'changed' | { column: string }; direction: 'up' | 'down' };
  limit: number;
  after?: Cursor;
}

/** Where the page before ended: its last row's sort value and entry. */
export interface Cursor {
  value: string | number | null;
  entry: number;
}

export interface TableRow {
  entry: number;
  uuid: string;
  revision: number;
  title: string;
  stage: Stage;
  binnedAt: number | null;
  body: string;
  faults: number;
  changedAt: number;
  /** What the row was sorted by. */
  key: string | number | null;
}

/** The words as a question to FTS5: every word, as the beginning of one. Quotes keep its operators out. */
export const searchWords = (words: string): string =>
  words
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean)
    .slice(0, 12)
    .map((word) => `"${word}"*`)
    .join(' ');

/** Whether what visitors see of an entry now is like a condition, or is referred to by a page that they see. */
function shownSql(
  { somewhere, where }: { somewhere: boolean; where: Condition },
  indexTable: IndexTable,
  keyMap: KeyMap,
  now: number,
  today: string,
  binds: Binds,
): string {
  const condition = conditionSql(where, {
    side: 'live',
    indexTable,
    keyMap,
    today,
    now,
    binds,
    leading: 'filter',
  });
  const at = binds.add(now);
  const referred =
    "SELECT r.id FROM refs f JOIN records p ON p.id = f.source AND p.sort = 'page' JOIN records r ON r.uuid = f.target WHERE f.side = 1";
  return `+s.entry ${somewhere ? '' : 'NOT '}IN (SELECT s.entry FROM ${indexTable.live} s WHERE (${condition} OR s.entry IN (${referred})) AND s.live_from <= ${at} AND s.live_until > ${at})`;
}

function filterSql(
  question: TableQuestion,
  indexTable: IndexTable,
  keyMap: KeyMap,
  now: number,
  today: string,
  binds: Binds,
  leading: Leading,
): string {
  const sought = question.words === undefined ? '' : searchWords(question.words);
  return [
    question.state
      ? stateSql(question.state, now, binds, leading === 'filter')
      : `${leading === 'filter' ? '' : '+'}s.binned = 0`,
    conditionSql(question.where, { side: 'work', indexTable, keyMap, today, now, binds, leading }),
    question.shown ? shownSql(question.shown, indexTable, keyMap, now, today, binds) : '1',
    question.words === undefined
      ? '1'
      : sought
        ? `${leading === 'filter' ? '' : '+'}s.entry IN (SELECT rowid FROM record_search WHERE record_search MATCH ${binds.add(sought)})`
        : '0',
  ].join(' AND ');
}

/** How many rows a question has in all. */
export async function countRows(
  reader: Reader,
  indexTable: IndexTable,
  keyMap: KeyMap,
  question: TableQuestion,
  now: number,
  today: string,
): Promise<number> {
  const binds = new Binds();
  const row = await reader.one<{ n: number }>(
    `SELECT count(*) AS n FROM ${indexTable.work} s WHERE ${filterSql(question, indexTable, keyMap, now, today, binds, 'filter')}`,
    binds.values,
  );
  return row?.n ?? 0;
}

/**
 * One page of rows. Rows with a sort value are walked along its index from where the last page ended; rows without
 * come after them, whichever the direction. `matching` is how many rows there are in all, as `countRows` told.
 */
export async function pageOfRows(
  reader: Reader,
  indexTable: IndexTable,
  keyMap: KeyMap,
  question: TableQuestion,
  matching: number,
  now: number,
  today: string,
): Promise<TableRow[]> {
  const { sort, after, limit } = question;
  const column =
    sort.by === 'title' ? indexTable.titleSort : sort.by === 'changed' ? 'changed' : sort.by.column;
  const [more, way] = sort.direction === 'up' ? ['>', 'ASC'] : ['<', 'DESC'];
  const part = async (extra: (binds: Binds) => string, order: string, most: number): Promise<TableRow[]> => {
    const binds = new Binds();
    const filter = filterSql(
      question,
      indexTable,
      keyMap,
      now,
      today,
      binds,
      matching <= FEW ? 'filter' : 'sort',
    );
    return reader.all<TableRow>(
      `SELECT p.entry, r.uuid, r.binned_at AS binnedAt, w.revision, w.title, w.stage, w.body, w.faults, w.changed_at AS changedAt, p.key FROM (
         SELECT s.entry, s.${column} AS key FROM ${indexTable.work} s WHERE ${filter} AND ${extra(binds)} ORDER BY ${order} LIMIT ${binds.add(most)}) p
       JOIN records r ON r.id = p.entry JOIN working w ON w.record = p.entry ORDER BY p.key ${way}, p.entry ${way}`,
      binds.values,
    );
  };
  const begun: Bind | undefined = after?.value;
  const rows =
    begun === null
      ? []
      : await part(
          (binds) => {
            if (!after || begun === undefined) return `s.${column} IS NOT NULL`;
            const [value, entry] = [binds.add(begun), binds.add(after.entry)];
            return `s.${column} ${more}= ${value} AND (s.${column} ${more} ${value} OR s.entry ${more} ${entry})`;
          },
          `s.${column} ${way}, s.entry ${way}`,
          limit,
        );
  if (rows.length >= limit || typeof sort.by === 'string') return rows;
  const without = await part(
    (binds) =>
      `s.${column} IS NULL${begun === null && after ? ` AND s.entry ${more} ${binds.add(after.entry)}` : ''}`,
    `s.entry ${way}`,
    limit - rows.length,
  );
  return [...rows, ...without];
}

/** How many entries of a type stand in each state. */
export async function countStates(
  reader: Reader,
  indexTable: IndexTable,
  now: number,
): Promise<Record<State, number>> {
  const binds = new Binds();
  const sum = (state: State) => `total(coalesce(${stateSql(state, now, binds, true)}, 0)) AS ${state}`;
  const sums = (['draft', 'review', 'scheduled', 'published', 'withdrawn', 'binned'] as const).map(sum);
  const row = await reader.one<Record<State, number>>(
    `SELECT ${sums.join(', ')} FROM ${indexTable.work} s`,
    binds.values,
  );
  return row ?? { draft: 0, review: 0, scheduled: 0, published: 0, withdrawn: 0, binned: 0 };
}
