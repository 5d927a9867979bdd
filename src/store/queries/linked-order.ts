import { throughLink } from '../../core/mapping/rule/matches';
import type { Binds } from './binds';
import type { QueryContext } from './query-context';
import { sortIn, type IndexedField, type IndexTable } from '../index-tables/shape';

/**
 * An order key that runs through an entry link: the link, and the sheets of what it leads to with the column
 * to sort by.
 */
interface LinkedKey {
  link: IndexedField;
  ways: { indexTable: IndexTable; column: string }[];
}

function linkedKey(by: string, { indexTable, language }: QueryContext): LinkedKey | undefined {
  const through = throughLink(by);
  const link = through && indexTable.fields.get(through.link);
  const ways = through
    ? (indexTable.having?.(through.field) ?? []).flatMap((to) => {
        const column = sortIn(to.fields.get(through.field), language);
        return column ? [{ indexTable: to, column }] : [];
      })
    : [];
  return link && ways.length > 0 ? { link, ways } : undefined;
}

const named = (live: string, at: string) =>
  `FROM ${live} l JOIN records o ON o.id = l.entry JOIN ids i ON i.uuid = o.uuid WHERE l.live_from <= ${at} AND l.live_until > ${at}`;

/** The value to sort by of the entry that a link leads to, as visitors see it. */
export function linkedSort(by: string, asked: QueryContext, binds: Binds): string | undefined {
  const key = linkedKey(by, asked);
  if (!key) return undefined;
  const at = binds.add(asked.now);
  const values = key.ways.map(
    ({ indexTable, column }) =>
      `(SELECT l.${column} FROM ids i JOIN records o ON o.uuid = i.uuid JOIN ${indexTable.live} l ON l.entry = o.id AND l.live_from <= ${at} AND l.live_until > ${at} WHERE i.n = s.${key.link.value})`,
  );
  return values.length === 1 ? values[0] : `coalesce(${values.join(', ')})`;
}

/**
 * A way to walk rows \`s\` in the order of what their links lead to (\`l.sort\`), along the index of the
 * linked side. There is none where links lead to several types that have the field. The joins must stand in
 * this order, or the planner sorts.
 */
export function linkedWalk(
  by: string,
  asked: QueryContext,
): ((binds: Binds) => { from: string; where: string }) | undefined {
  const key = linkedKey(by, asked);
  const [way, ...more] = key?.ways ?? [];
  if (!key || !way || more.length > 0) return undefined;
  return (binds) => {
    const at = binds.add(asked.now);
    return {
      from: `(SELECT entry, live_from, live_until, ${way.column} AS sort FROM ${way.indexTable.live}) l CROSS JOIN records o ON o.id = l.entry CROSS JOIN ids i ON i.uuid = o.uuid CROSS JOIN ${asked.indexTable.live} s ON s.${key.link.value} = i.n`,
      where: `l.sort IS NOT NULL AND l.live_from <= ${at} AND l.live_until > ${at}`,
    };
  };
}

/** The rows \`s\` whose link leads to nothing that could be sorted by. */
export function linkedRest(by: string, asked: QueryContext, binds: Binds): string {
  const key = linkedKey(by, asked);
  if (!key) return '1';
  const at = binds.add(asked.now);
  const sorted = key.ways
    .map(({ indexTable, column }) => `SELECT i.n ${named(indexTable.live, at)} AND l.${column} IS NOT NULL`)
    .join(' UNION ALL ');
  return `(s.${key.link.value} IS NULL OR s.${key.link.value} NOT IN (${sorted}))`;
}
