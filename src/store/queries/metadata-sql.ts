import type { MetadataTest } from '../../core/mapping/rule/listing-rule';
import type { SqlContext } from './query-context';
import { LANGUAGE, languageId } from '../key-map';
import { rowKey, sideNumber } from '../index-tables/shape';
import { stateSql } from './state-sql';

/** The integer keys of the pages below some pages, or right below them. */
function belowSql(pages: string, children: boolean): string {
  const right = `SELECT p.record FROM page_places p WHERE p.parent IN (${pages})`;
  return children
    ? right
    : `WITH RECURSIVE below(id) AS (${right} UNION SELECT p.record FROM page_places p JOIN below ON p.parent = below.id) SELECT id FROM below`;
}

/**
 * A test of how an entry or page stands, apart from its fields, as SQL over the rows `s` of a side of a
 * sheet: 0 or 1, as `matches` in core means it.
 */
export function metadataSql(
  test: MetadataTest,
  { side, indexTable, keyMap, now, binds, leading, home }: SqlContext,
): string {
  const plus = leading === 'filter' ? '' : '+';
  if ('entry' in test)
    return test.entry === 'here'
      ? '0'
      : `${plus}s.entry IN (SELECT id FROM records WHERE uuid IN ${binds.list(test.entry)})`;
  if ('under' in test) {
    if (test.under === 'here' || test.under.length === 0) return '0';
    // Only what stands in the SQL may be bound.
    if (indexTable.holds !== 'pages' && home?.under === undefined) return '0';
    const pages = `SELECT id FROM records WHERE uuid IN ${binds.list(test.under)}`;
    const children = test.only === 'children';
    if (indexTable.holds === 'pages' || home?.under === undefined)
      return `${plus}s.entry IN (${belowSql(pages, children)})`;
    // All entries of a type have their pages at one place, so this is asked once.
    const at = binds.add(home.under);
    return children ? `${at} IN (${pages})` : `(${at} IN (${pages}) OR ${at} IN (${belowSql(pages, false)}))`;
  }
  if ('site' in test) {
    if (test.site === 'here') return '0';
    if (indexTable.holds === 'pages')
      return `${plus}s.entry IN (SELECT p.record FROM page_places p JOIN sites i ON i.id = p.site WHERE i.uuid IN ${binds.list(test.site)})`;
    return home && test.site.includes(home.site) ? '1' : '0';
  }
  if ('author' in test) {
    const people = binds.list(test.author);
    return side === 'live'
      ? `${plus}s.version IN (SELECT v.id FROM live v JOIN people p ON p.id = v.published_by WHERE p.uuid IN ${people})`
      : `${plus}s.entry IN (SELECT w.record FROM working w JOIN people p ON p.id = w.changed_by WHERE p.uuid IN ${people})`;
  }
  if ('language' in test) {
    if (test.language === 'here') return '0';
    if (test.language.includes(indexTable.locale)) return '1';
    return `${plus}s.${rowKey[side]} IN (SELECT row FROM multi_values WHERE side = ${sideNumber[side]} AND field = ${binds.add(keyMap.find(LANGUAGE))} AND value IN ${binds.list(test.language.map((locale) => keyMap.find(languageId(locale))))})`;
  }
  // Whatever visitors see is published for them.
  if (side === 'live') return test.state.includes('published') ? '1' : '0';
  return `(${test.state.map((state) => stateSql(state, now, binds, leading === 'filter')).join(' OR ')})`;
}
