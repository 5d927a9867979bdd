import type { LinksTo, MetadataTest } from '../../core/mapping/rule/listing-rule';
import { rowKey, sideNumber } from '../index-tables/shape';
import { LANGUAGE, languageId } from '../key-map';
import { anyOfFew, joined, raw, sql, type Sql } from '../sql';
import type { SqlContext } from './query-context';
import { stateSql } from './state-sql';

/** The integer keys of the pages below some pages, or right below them. */
function belowSql(pages: Sql, children: boolean): Sql {
  const right = sql`SELECT p.record FROM page_places p WHERE p.parent IN (${pages})`;
  return children
    ? right
    : sql`WITH RECURSIVE below(id) AS (${right} UNION SELECT p.record FROM page_places p JOIN below ON p.parent = below.id) SELECT id FROM below`;
}

/**
 * A test of how an entry or page stands, apart from its fields, as SQL over the rows `s` of a side of an index table: 0
 * or 1, as `matches` in core means it.
 */
export function metadataSql(
  test: Exclude<MetadataTest, LinksTo>,
  { side, indexTable, keyMap, now, leading, home }: SqlContext,
): Sql {
  const plus = raw(leading === 'filter' ? '' : '+');
  if ('entry' in test)
    return test.entry === 'here'
      ? sql`0`
      : sql`${plus}s.entry IN (SELECT id FROM records WHERE uuid IN ${anyOfFew(test.entry)})`;
  if ('under' in test) {
    if (test.under === 'here' || test.under.length === 0) return sql`0`;
    if (indexTable.holds !== 'pages' && home?.under === undefined) return sql`0`;
    const pages = sql`SELECT id FROM records WHERE uuid IN ${anyOfFew(test.under)}`;
    const children = test.only === 'children';
    if (indexTable.holds === 'pages' || home?.under === undefined)
      return sql`${plus}s.entry IN (${belowSql(pages, children)})`;
    // All entries of a type have their pages at one place, so this is asked once.
    return children
      ? sql`${home.under} IN (${pages})`
      : sql`(${home.under} IN (${pages}) OR ${home.under} IN (${belowSql(pages, false)}))`;
  }
  if ('site' in test) {
    if (test.site === 'here') return sql`0`;
    if (indexTable.holds === 'pages')
      return sql`${plus}s.entry IN (SELECT p.record FROM page_places p JOIN sites i ON i.id = p.site WHERE i.uuid IN ${anyOfFew(test.site)})`;
    return home && test.site.includes(home.site) ? sql`1` : sql`0`;
  }
  if ('author' in test) {
    const people = anyOfFew(test.author);
    if (side === 'live' && leading === 'rows')
      return sql`EXISTS (SELECT 1 FROM live v JOIN people p ON p.id = v.published_by WHERE v.id = s.version AND p.uuid IN ${people})`;
    return side === 'live'
      ? sql`${plus}s.version IN (SELECT v.id FROM live v JOIN people p ON p.id = v.published_by WHERE p.uuid IN ${people})`
      : sql`${plus}s.entry IN (SELECT w.record FROM working w JOIN people p ON p.id = w.changed_by WHERE p.uuid IN ${people})`;
  }
  if ('language' in test) {
    if (test.language === 'here') return sql`0`;
    if (test.language.includes(indexTable.locale)) return sql`1`;
    const languages = test.language.map((locale) => keyMap.find(languageId(locale)));
    return sql`${plus}s.${raw(rowKey[side])} IN (SELECT row FROM multi_values WHERE side = ${sideNumber[side]} AND field = ${keyMap.find(LANGUAGE)} AND value IN ${anyOfFew(languages)})`;
  }
  // Whatever visitors see is published for them.
  if (side === 'live') return test.state.includes('published') ? sql`1` : sql`0`;
  const states = test.state.map((state) => stateSql(state, now, leading === 'filter'));
  return sql`(${joined(states, ' OR ')})`;
}
