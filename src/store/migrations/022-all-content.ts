import { deriveAgain } from './derive-again';
import type { StepTransaction } from './step';

/**
 * One table over entries, pages and media, the words of all that they say, the views that people keep of tables, and every
 * file that a medium ever was. The words are kept without the texts: those stand in the records.
 */
export const allContent = {
  name: '022-all-content',
  async up(tx: StepTransaction): Promise<void> {
    for (const statement of [
      `CREATE VIRTUAL TABLE record_words USING fts5 (words, content = '', contentless_delete = 1, tokenize = 'unicode61 remove_diacritics 2')`,
      `CREATE TABLE all_records (entry INTEGER NOT NULL PRIMARY KEY REFERENCES records(id) ON DELETE CASCADE, sort TEXT NOT NULL, type INTEGER,
        title TEXT NOT NULL, title_sort TEXT NOT NULL, changed INTEGER NOT NULL, stage TEXT NOT NULL, binned INTEGER NOT NULL,
        live_from INTEGER, live_until INTEGER, next_from INTEGER, next_until INTEGER, date TEXT)`,
      `CREATE INDEX all_records_by_title ON all_records (title_sort, entry, binned, type)`,
      `CREATE INDEX all_records_by_changed ON all_records (changed, entry, binned, type)`,
      `CREATE INDEX all_records_by_date ON all_records (date, entry, binned, type)`,
      `CREATE INDEX all_records_by_type ON all_records (type, binned, entry)`,
      `CREATE INDEX all_records_by_state ON all_records (binned, stage, live_from, live_until, next_from, next_until)`,
      `CREATE INDEX all_records_ending ON all_records (live_until) WHERE live_until < 253402214400000`,
      `CREATE INDEX all_records_to_come ON all_records (next_from) WHERE next_from IS NOT NULL`,
      `CREATE TABLE kept_views (id INTEGER PRIMARY KEY, uuid TEXT NOT NULL UNIQUE, person INTEGER NOT NULL REFERENCES people(id) ON DELETE CASCADE,
        shared INTEGER NOT NULL, label TEXT NOT NULL, type TEXT, asks TEXT NOT NULL, made_at INTEGER NOT NULL)`,
      `CREATE INDEX kept_views_by_person ON kept_views (person)`,
      `CREATE TABLE older_translations (record INTEGER NOT NULL REFERENCES records(id) ON DELETE CASCADE, language INTEGER NOT NULL, PRIMARY KEY (record, language)) WITHOUT ROWID`,
      `CREATE TABLE media_originals (record INTEGER NOT NULL REFERENCES records(id) ON DELETE CASCADE, file TEXT NOT NULL, sort TEXT NOT NULL,
        mime TEXT NOT NULL, bytes INTEGER NOT NULL, width INTEGER, height INTEGER, hash TEXT NOT NULL, PRIMARY KEY (record, file)) WITHOUT ROWID`,
      `INSERT INTO media_originals SELECT record, file, sort, mime, bytes, width, height, hash FROM media_files`,
    ])
      await tx.run(statement);
    await deriveAgain(tx);
  },
};
