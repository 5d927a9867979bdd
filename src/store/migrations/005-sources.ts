import { languagesOf, valuesIn, type LocalizedValues } from '../../core/content/localized-values';
import { sortKey } from '../../core/content/sort-key';
import { isJsonObject, type Json } from '../../core/json';
import { possibleSources } from '../../core/mapping/rule/sources';
import { CompiledModel } from '../../core/model/compile';
import { MEDIA } from '../../core/model/media-type';
import type { WriteTransaction } from '../database';
import { modelInForce } from '../model';
import { LANGUAGE, languageId, indexTableOf } from '../index-tables/shape';
import { putLiveRows, type LiveRow } from '../index-tables/rows';
import { reindexTables } from '../index-tables/tables';
import { KeyMap } from '../key-map';

/**
 * Listings take several types, and pages: every rule has a list of what it takes, the pages of every type lie in a sheet
 * as entries do, and it is kept in which languages something is said.
 */
export const sources = {
  name: '005-sources',
  async up(tx: WriteTransaction): Promise<void> {
    await tx.run('CREATE INDEX live_by_publisher ON live (published_by)');
    await tx.run('CREATE INDEX working_by_changer ON working (changed_by)');
    for (const table of ['working', 'live', 'revisions']) await takeLists(tx, table);
    await renameIndexes(tx);
    const model = await modelInForce(tx);
    if (!model) return;
    const compiled = new CompiledModel(model.document, model.number);
    const keyMap = await KeyMap.load(tx);
    await keyMap.extend(tx, model.document);
    const { locales } = compiled.document;
    const types = possibleSources(compiled).filter(({ id }) => id !== MEDIA);
    await reindexTables(
      tx,
      { types: compiled.contentTypes, locales: { ...locales, others: [] } },
      { types, locales },
      keyMap,
    );
    await fillSorts(tx, compiled, keyMap);
    await fillPages(tx, compiled, keyMap);
    await fillLanguages(tx, keyMap);
  },
};

/** The bodies of listings with the one type they took as a list. */
async function takeLists(tx: WriteTransaction, table: string): Promise<void> {
  const rows = await tx.all<{ row: number; body: string }>(
    `SELECT b.rowid AS row, b.body FROM ${table} b JOIN records r ON r.id = b.record WHERE r.sort = 'listing'`,
  );
  for (const { row, body } of rows) {
    const kept = JSON.parse(body) as Json;
    if (!isJsonObject(kept) || !isJsonObject(kept.rule) || typeof kept.rule.from !== 'string') continue;
    await tx.run(`UPDATE ${table} SET body = $1 WHERE rowid = $2`, [
      JSON.stringify({ ...kept, rule: { ...kept.rule, from: [kept.rule.from] } }),
      row,
    ]);
  }
}

/** A listing's own index is named by the listing and the place of the source among its sources. */
async function renameIndexes(tx: WriteTransaction): Promise<void> {
  const indexes = await tx.all<{ name: string; sql: string }>(
    "SELECT name, sql FROM sqlite_master WHERE type = 'index' AND name GLOB 'listing_[0-9]*'",
  );
  for (const { name, sql } of indexes) {
    await tx.run(`DROP INDEX ${name}`);
    await tx.run(sql.replace(name, `${name}_0`));
  }
}

async function fillPages(tx: WriteTransaction, model: CompiledModel, keyMap: KeyMap): Promise<void> {
  const rows = await tx.all<{
    version: number;
    entry: number;
    starts: number;
    ends: number;
    title: string;
    body: string;
    published: number;
    changed: number;
    type: string;
  }>(
    `SELECT v.id AS version, v.record AS entry, v.starts, v.ends, v.title, v.body, v.published_at AS published, w.changed_at AS changed, t.uuid AS type
     FROM live v JOIN records r ON r.id = v.record AND r.sort = 'page' JOIN ids t ON t.n = r.type JOIN working w ON w.record = v.record`,
  );
  for (const type of model.pageTypes) {
    const { kind } = type.definition.source;
    if (kind === 'entry' || kind === 'category') continue;
    const own = rows
      .filter((row) => row.type === type.id)
      .map(({ version, entry, title, published, changed, body, ...span }): LiveRow => ({
        version,
        entry,
        span,
        title,
        published,
        changed,
        localized: JSON.parse(body) as LocalizedValues,
      }));
    await putLiveRows(tx, indexTableOf(type, keyMap, model.document.locales), keyMap, model.locale, own);
  }
}

/** What entries are sorted by in the other languages. */
async function fillSorts(tx: WriteTransaction, model: CompiledModel, keyMap: KeyMap): Promise<void> {
  for (const type of model.contentTypes) {
    const indexTable = indexTableOf(type, keyMap, model.document.locales);
    const texts = [...indexTable.fields.values()].filter(({ sorts }) => Object.keys(sorts ?? {}).length > 0);
    if (texts.length === 0) continue;
    for (const [table, key, body] of [
      [indexTable.live, 'version', 'live v ON v.id = s.version'],
      [indexTable.work, 'entry', 'working v ON v.record = s.entry'],
    ] as const) {
      for (const row of await tx.all<{ id: number; body: string }>(
        `SELECT s.${key} AS id, v.body FROM ${table} s JOIN ${body}`,
      )) {
        const localized = JSON.parse(row.body) as LocalizedValues;
        const sorted = texts.flatMap(({ field, sorts }) =>
          Object.entries(sorts ?? {}).flatMap(([language, column]): [string, string][] => {
            const value = valuesIn(localized, language)[field.id];
            return typeof value === 'string' ? [[column, sortKey(value, language)]] : [];
          }),
        );
        if (sorted.length > 0)
          await tx.run(
            `UPDATE ${table} SET ${sorted.map(([column], i) => `${column} = $${i + 2}`).join(', ')} WHERE ${key} = $1`,
            [row.id, ...sorted.map(([, value]) => value)],
          );
      }
    }
  }
}

async function fillLanguages(tx: WriteTransaction, keyMap: KeyMap): Promise<void> {
  const rows = await tx.all<{ side: number; row: number; body: string }>(
    `SELECT 1 AS side, v.id AS row, v.body FROM live v JOIN records r ON r.id = v.record AND r.sort = 'entry' WHERE v.body LIKE '%"translations":%'
     UNION ALL SELECT 0, w.record, w.body FROM working w JOIN records r ON r.id = w.record AND r.sort = 'entry' WHERE w.body LIKE '%"translations":%'`,
  );
  const localized = rows.flatMap(({ side, row, body }) =>
    languagesOf(JSON.parse(body) as LocalizedValues).map((locale) => [
      side,
      keyMap.find(LANGUAGE),
      keyMap.find(languageId(locale)),
      row,
    ]),
  );
  await tx.insertMany('many', ['side', 'field', 'value', 'row'], localized, 'INSERT OR IGNORE');
}
