import { FOREVER } from '../core/content/states';
import { Database } from './database';
import type { IndexTable } from './index-tables/shape';

/** What is worked on is shown, unless visitors saw something of it and are to see it no more. */
const shown = (now: number): string =>
  `(live_from IS NULL AND next_from IS NULL OR live_until > ${now} OR next_until > ${now})`;

/** The same of a record that has no row in an index table. */
const shownRecord = (now: number): string =>
  `(SELECT r.binned_at FROM main.records r WHERE r.id = w.record) IS NULL
   AND (NOT EXISTS (SELECT 1 FROM main.live l WHERE l.record = w.record)
     OR EXISTS (SELECT 1 FROM main.live l WHERE l.record = w.record AND l.ends > ${now}))`;

/** When somebody let visitors see what they see of a record now; where they see nothing of it, when it changed. */
const publishedAt = (now: number): string =>
  `coalesce((SELECT l.published_at FROM main.live l WHERE l.record = w.record AND l.starts <= ${now} AND l.ends > ${now}), w.changed_at)`;

/** Of pages and media there is no working side: which of them stand in lists, and by what, is as it is published. */
const indexView = ({ live, work, titleSort, fields, holds }: IndexTable, now: number): string => {
  const columns = [...fields.values()]
    .flatMap((field) => field.columns.map(({ name }) => `, ${name}`))
    .join('');
  const always = `0 AS live_from, ${FOREVER} AS live_until, ${titleSort}`;
  const first = `coalesce((SELECT i.published FROM main.${live} i WHERE i.entry = w.entry AND i.live_from <= ${now} AND i.live_until > ${now}), w.changed) AS published`;
  return holds === 'entries'
    ? `SELECT entry AS version, entry, ${always}, ${first}, changed${columns} FROM main.${work} w WHERE binned = 0 AND ${shown(now)}`
    : `SELECT entry AS version, entry, ${always}, published, changed${columns} FROM main.${live} WHERE live_from <= ${now} AND live_until > ${now}`;
};

/** Views that stand before the tables of what visitors see. Each is of one table, so that it costs what that costs. */
const views = (indexTables: readonly IndexTable[], now: number): [name: string, select: string][] => [
  [
    'live',
    `SELECT w.record AS id, w.record, 0 AS starts, ${FOREVER} AS ends, w.title, w.body,
       ${publishedAt(now)} AS published_at, w.changed_by AS published_by, w.model FROM main.working w WHERE ${shownRecord(now)}`,
  ],
  ...indexTables.map((each): [string, string] => [each.live, indexView(each, now)]),
  [
    'multi_values',
    `SELECT 1 AS side, field, value, row FROM main.multi_values WHERE side = 0
     UNION ALL SELECT 1, m.field, m.value, l.record FROM main.multi_values m CROSS JOIN main.live l ON l.id = m.row
       AND l.starts <= ${now} AND l.ends > ${now} CROSS JOIN main.records r ON r.id = l.record AND r.sort <> 'entry' WHERE m.side = 1`,
  ],
  ['refs', 'SELECT source, 1 AS side, role, target, until FROM main.refs WHERE side = 0'],
  // What was never published has no last piece of an address yet: here it is found by its id.
  [
    'entry_slugs',
    `SELECT record, type, slug FROM main.entry_slugs
     UNION ALL SELECT r.id, r.type, r.uuid FROM main.records r
       WHERE r.sort = 'entry' AND NOT EXISTS (SELECT 1 FROM main.entry_slugs s WHERE s.record = r.id)`,
  ],
];

/**
 * The content as it would be if everything that is worked on were published at a moment (ms): whatever asks what visitors
 * see, asks here what they would see. Only to read, by one request; it is closed behind it.
 */
export const openDrafts = (file: string, indexTables: readonly IndexTable[], now: number): Database =>
  new Database(
    file,
    views(indexTables, now)
      .map(([name, select]) => `CREATE TEMP VIEW ${name} AS ${select};`)
      .join('\n'),
  );
