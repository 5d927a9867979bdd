import sqlite3 from 'sqlite3';

/** What of the database is told apart, by the names of tables and indexes. */
const parts: [words: string, of: RegExp][] = [
  [
    'history (revisions, acts)',
    /^(?:revisions|acts|act_changes|sqlite_autoindex_(?:revisions|acts|act_changes).*|act.*)$/,
  ],
  ['text search', /^(?:record_(?:search|words)|live_words)/],
  ['indexes of listings', /^walk_/],
  ['other indexes of entries', /^index_\d+_(?:work|live)_/],
  ['index tables', /^index_\d+_(?:work|live)$|^multi_values|^many_/],
  ['references', /^refs/],
];

/** Prints how large the parts of a database are, in MB. */
export async function measureSizes(file: string): Promise<void> {
  const rows = await new Promise<{ name: string; bytes: number }[]>((resolve, reject) => {
    const database = new sqlite3.Database(file);
    database.all<{ name: string; bytes: number }>(
      'SELECT name, sum(pgsize) AS bytes FROM dbstat GROUP BY name',
      (error, found) => {
        database.close();
        if (error) reject(error);
        else resolve(found);
      },
    );
  });
  const mb = (bytes: number) => (bytes / 2 ** 20).toFixed(0).padStart(5);
  const all = rows.reduce((sum, { bytes }) => sum + bytes, 0);
  const size = (of: RegExp) => rows.reduce((sum, { name, bytes }) => sum + (of.test(name) ? bytes : 0), 0);
  const [history, search] = [size(parts[0]?.[1] ?? /^$/), size(parts[1]?.[1] ?? /^$/)];
  console.log(
    `  ${mb(all)} MB in all; without history and text search ${mb(all - history - search)} MB (aim 900)`,
  );
  for (const [words, of] of parts) console.log(`  ${mb(size(of))} MB ${words}`);
}
