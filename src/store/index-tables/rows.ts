import { anyOf, raw, sql, type Bind } from '../sql';
import { languagesOf, type LocalizedValues } from '../../core/content/localized-values';
import { sortKey } from '../../core/content/sort-key';
import { stretches, type Span, type Stage } from '../../core/content/states';
import type { Values } from '../../core/content/values';
import { folded } from '../../core/mapping/rule/matches';
import { kindFor, withComputed } from '../../core/model/kinds';
import type { Reader, WriteTransaction } from '../database';
import {
  rowKey,
  sideNumber,
  type IndexedColumn,
  type IndexedField,
  type IndexTable,
  type Side,
} from './shape';
import { LANGUAGE, languageId, type KeyMap } from '../key-map';

export interface WorkRow {
  entry: number;
  title: string;
  changed: number;
  stage: Stage;
  binned: boolean;
  spans: readonly Span[];
  localized: LocalizedValues;
}

export interface LiveRow {
  version: number;
  entry: number;
  span: Span;
  title: string;
  published: number;
  changed: number;
  localized: LocalizedValues;
}

/** What one value puts into the columns of its field, in their order, and the things it names. */
function cells(
  indexed: IndexedField,
  values: Values,
  translations: LocalizedValues['translations'],
  keyMap: KeyMap,
  locale: string,
): { columns: Bind[]; many: number[] } {
  const { field, many } = indexed;
  const value = values[field.id];
  // A value from before its field changed kind is told in the form; in the index table it counts as empty.
  if (value === undefined || !kindFor(field).isOfKind(value))
    return { columns: indexed.columns.map(() => null), many: [] };
  const cell = kindFor(field).indexCell(value);
  const words = String(cell.value);
  const held: Record<IndexedColumn['holds'], (language: string) => Bind> = {
    value: () => (cell.ids && !many ? keyMap.find(cell.ids[0] ?? '') : cell.value),
    rank: () => cell.rank ?? null,
    'words folded': () => folded(words),
    'words in order'(language) {
      const said = translations?.[language]?.[field.id];
      return sortKey(typeof said === 'string' ? said : words, language);
    },
  };
  return {
    columns: indexed.columns.map(({ holds, language }) => held[holds](language ?? locale)),
    many: many ? (cell.ids ?? []).map((id) => keyMap.find(id)) : [],
  };
}

async function putRows(
  tx: WriteTransaction,
  side: Side,
  indexTable: IndexTable,
  keyMap: KeyMap,
  locale: string,
  standing: readonly string[],
  rows: readonly { key: number; standing: Bind[]; localized: LocalizedValues }[],
): Promise<void> {
  const fields = [...indexTable.fields.values()];
  const columns = [...standing, ...fields.flatMap((field) => field.columns.map(({ name }) => name))];
  const many: number[][] = [];
  const all = fields.map(({ field }) => field);
  const derives = all.some((field) => kindFor(field).derived);
  const full = rows.map(({ key, standing: first, localized }) => {
    for (const language of languagesOf(localized))
      many.push([sideNumber[side], keyMap.find(LANGUAGE), keyMap.find(languageId(language)), key]);
    const values = derives ? withComputed(all, localized.values, locale) : localized.values;
    return [
      ...first,
      ...fields.flatMap((field) => {
        const { columns: filled, many: named } = cells(field, values, localized.translations, keyMap, locale);
        for (const value of named) many.push([sideNumber[side], field.n, value, key]);
        return filled;
      }),
    ];
  });
  await tx.insertMany(indexTable[side], columns, full, 'INSERT OR REPLACE');
  await tx.run(
    sql`DELETE FROM multi_values WHERE side = ${sideNumber[side]} AND row IN ${anyOf(rows.map(({ key }) => key))}`,
  );
  if (many.length > 0)
    await tx.insertMany('multi_values', ['side', 'field', 'value', 'row'], many, 'INSERT OR IGNORE');
}

/** What some fields put into the columns of a row, in their order, and the things they name, each with its field. */
export function fieldCells(
  indexTable: IndexTable,
  fields: readonly IndexedField[],
  keyMap: KeyMap,
  locale: string,
  localized: LocalizedValues,
): { columns: Bind[]; many: (readonly [field: number, value: number])[] } {
  const all = [...indexTable.fields.values()].map(({ field }) => field);
  const derives = fields.some(({ field }) => kindFor(field).derived);
  const values = derives ? withComputed(all, localized.values, locale) : localized.values;
  const each = fields.map((field) => ({
    n: field.n,
    ...cells(field, values, localized.translations, keyMap, locale),
  }));
  return {
    columns: each.flatMap(({ columns }) => columns),
    many: each.flatMap(({ n, many }) => many.map((value) => [n, value] as const)),
  };
}

/** How many rows one statement changes. */
const CHANGED = 500;

/** Writes what some fields put into rows that are there, of whichever side, and the things they name. */
export async function putFieldCells(
  tx: WriteTransaction,
  side: Side,
  indexTable: IndexTable,
  fields: readonly IndexedField[],
  keyMap: KeyMap,
  locale: string,
  rows: readonly { key: number; localized: LocalizedValues }[],
): Promise<void> {
  const columns = fields.flatMap((field) => field.columns.map(({ name }) => name));
  const many: number[][] = [];
  const full = rows.map(({ key, localized }) => {
    const filled = fieldCells(indexTable, fields, keyMap, locale, localized);
    for (const [n, value] of filled.many) many.push([sideNumber[side], n, value, key]);
    return [key, ...filled.columns];
  });
  const set = raw(columns.map((name, i) => `${name} = d.value ->> ${i + 1}`).join(', '));
  for (let from = 0; from < full.length; from += CHANGED) {
    const given = JSON.stringify(full.slice(from, from + CHANGED));
    await tx.run(
      sql`UPDATE ${raw(indexTable[side])} SET ${set} FROM json_each(${given}) d WHERE ${raw(indexTable[side])}.${raw(rowKey[side])} = d.value ->> 0`,
    );
  }
  const keys = anyOf(rows.map(({ key }) => key));
  for (const { n } of fields.filter((field) => field.many))
    await tx.run(
      sql`DELETE FROM multi_values WHERE side = ${sideNumber[side]} AND field = ${n} AND row IN ${keys}`,
    );
  if (many.length > 0)
    await tx.insertMany('multi_values', ['side', 'field', 'value', 'row'], many, 'INSERT OR IGNORE');
}

/**
 * The two stretches of time that tell a state for good, of which no more are planned than two: both that are left; or the
 * one that has begun last, over or not, and the one to come.
 */
export function tellingSpans(spans: readonly Span[], now: number): [Span | undefined, Span | undefined] {
  const all = stretches(spans);
  const [first, second] = all.filter(({ ends }) => ends > now);
  if (second) return [first, second];
  return [all.filter(({ starts }) => starts <= now).at(-1), all.find(({ starts }) => starts > now)];
}

/** Writes the working side of a type's index table for some entries. */
export async function putWorkRows(
  tx: WriteTransaction,
  indexTable: IndexTable,
  keyMap: KeyMap,
  locale: string,
  rows: readonly WorkRow[],
  now: number,
): Promise<void> {
  const standing = [
    'entry',
    'title',
    indexTable.titleSort,
    'changed',
    'stage',
    'binned',
    'live_from',
    'live_until',
    'next_from',
    'next_until',
  ];
  await putRows(
    tx,
    'work',
    indexTable,
    keyMap,
    locale,
    standing,
    rows.map((row) => {
      const [live, next] = tellingSpans(row.spans, now);
      return {
        key: row.entry,
        localized: row.localized,
        standing: [
          row.entry,
          row.title,
          sortKey(row.title, locale),
          row.changed,
          row.stage,
          row.binned ? 1 : 0,
          live?.starts ?? null,
          live?.ends ?? null,
          next?.starts ?? null,
          next?.ends ?? null,
        ],
      };
    }),
  );
}

/** Writes the visitors' side of a type's index table for some live versions. */
export async function putLiveRows(
  tx: WriteTransaction,
  indexTable: IndexTable,
  keyMap: KeyMap,
  locale: string,
  rows: readonly LiveRow[],
): Promise<void> {
  const standing = [
    'version',
    'entry',
    'live_from',
    'live_until',
    indexTable.titleSort,
    'published',
    'changed',
  ];
  await putRows(
    tx,
    'live',
    indexTable,
    keyMap,
    locale,
    standing,
    rows.map((row) => ({
      key: row.version,
      localized: row.localized,
      standing: [
        row.version,
        row.entry,
        row.span.starts,
        row.span.ends,
        sortKey(row.title, locale),
        row.published,
        row.changed,
      ],
    })),
  );
}

/** Which versions of some entries (pages, media) lie on the visitors' side, and until when each is told to be seen. */
export const liveRowsOf = (
  reader: Reader,
  indexTable: IndexTable,
  entries: readonly number[],
): Promise<{ version: number; until: number }[]> =>
  reader.all(
    sql`SELECT version, live_until AS until FROM ${raw(indexTable.live)} WHERE entry IN ${anyOf(entries)}`,
  );

/** Takes versions out of the visitors' side. */
export async function dropLiveRows(
  tx: WriteTransaction,
  indexTable: IndexTable,
  versions: readonly number[],
): Promise<void> {
  await tx.run(sql`DELETE FROM ${raw(indexTable.live)} WHERE version IN ${anyOf(versions)}`);
  await tx.run(sql`DELETE FROM multi_values WHERE side = ${sideNumber.live} AND row IN ${anyOf(versions)}`);
}

/** Takes the rows of records out that are forgotten, of both sides. */
export async function dropRowsOf(
  tx: WriteTransaction,
  indexTable: IndexTable,
  records: readonly number[],
): Promise<void> {
  const live = await liveRowsOf(tx, indexTable, records);
  await dropLiveRows(
    tx,
    indexTable,
    live.map(({ version }) => version),
  );
  await tx.run(sql`DELETE FROM ${raw(indexTable.work)} WHERE entry IN ${anyOf(records)}`);
  await tx.run(sql`DELETE FROM multi_values WHERE side = ${sideNumber.work} AND row IN ${anyOf(records)}`);
}
