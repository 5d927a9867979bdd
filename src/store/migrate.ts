import { sql } from './sql';
import type { Database } from './database';
import { begin } from './migrations/001-begin';
import { wholeModel } from './migrations/002-whole-model';
import { entrySlugs } from './migrations/003-entry-slugs';
import { categoryWords } from './migrations/004-category-words';
import { sources } from './migrations/005-sources';
import { mediaRecords } from './migrations/006-media-records';
import { acts } from './migrations/008-acts';
import { people } from './migrations/009-people';
import { indexTables } from './migrations/010-index-tables';
import { pagesBelow } from './migrations/011-pages-below';
import { sharedWalks } from './migrations/012-shared-walks';
import { categoryCounts } from './migrations/013-category-counts';
import { columnsByKind } from './migrations/014-columns-by-kind';
import { oldAddresses } from './migrations/015-old-addresses';
import { versionsAndBin } from './migrations/016-versions-and-bin';
import { notesAndGivenWork } from './migrations/017-notes-and-given-work';
import { waitingPlaces } from './migrations/018-waiting-places';
import { brokeSince } from './migrations/019-broke-since';
import { personTables } from './migrations/020-person-tables';
import { whatIsToFix } from './migrations/021-what-is-to-fix';
import { allContent } from './migrations/022-all-content';
import { tableWidths } from './migrations/023-table-widths';
import { sharedBlocks } from './migrations/025-shared-blocks';
import { starters } from './migrations/026-starters';
import { navigation } from './migrations/027-navigation';
import { liveWords } from './migrations/028-live-words';
import { mediaFields } from './migrations/024-media-fields';
import { listingHeading } from './migrations/007-listing-heading';
import { stepIn, type StepTransaction } from './migrations/step';
import { beginSessions } from './migrations/sessions-001-begin';
import { visits } from './migrations/sessions-002-visits';
import { links } from './migrations/sessions-004-links';
import { jobs } from './migrations/sessions-005-jobs';
import { draftLinks } from './migrations/sessions-006-draft-links';
import { redirects } from './migrations/029-redirects';
import { comments } from './migrations/031-comments';
import { audiences } from './migrations/032-audiences';
import { commentsOfVisitors } from './migrations/033-comments-of-visitors';
import { bothSides } from './migrations/034-both-sides';
import { reorderedChoices } from './migrations/035-reordered-choices';
import { namesOfCategories } from './migrations/036-names-of-categories';
import { beginningsOfWords } from './migrations/037-beginnings-of-words';
import { tiesInOrder } from './migrations/038-ties-in-order';
import { sitePicture } from './migrations/030-site-picture';
import { askedAddresses } from './migrations/sessions-008-asked-addresses';
import { visitors } from './migrations/sessions-009-visitors';
import { visitorLetters } from './migrations/sessions-010-visitor-letters';
import { soughtInVain } from './migrations/sessions-007-sought-in-vain';
import { visitTotals } from './migrations/sessions-003-visit-totals';

interface Migration {
  name: string;
  up(tx: StepTransaction): Promise<void>;
}

/** In order. Imported one by one, since a bundled server cannot look for files. */
export const contentMigrations: readonly Migration[] = [
  begin,
  wholeModel,
  entrySlugs,
  categoryWords,
  sources,
  mediaRecords,
  listingHeading,
  acts,
  people,
  indexTables,
  pagesBelow,
  sharedWalks,
  categoryCounts,
  columnsByKind,
  oldAddresses,
  versionsAndBin,
  notesAndGivenWork,
  waitingPlaces,
  brokeSince,
  personTables,
  whatIsToFix,
  allContent,
  tableWidths,
  mediaFields,
  sharedBlocks,
  starters,
  navigation,
  liveWords,
  redirects,
  sitePicture,
  comments,
  audiences,
  commentsOfVisitors,
  bothSides,
  reorderedChoices,
  namesOfCategories,
  beginningsOfWords,
  tiesInOrder,
];
export const sessionMigrations: readonly Migration[] = [
  beginSessions,
  visits,
  visitTotals,
  links,
  jobs,
  draftLinks,
  soughtInVain,
  askedAddresses,
  visitors,
  visitorLetters,
];

/** Brings a file to the newest tables; each step is one transaction that also notes that it was done. */
export async function migrate(database: Database, migrations: readonly Migration[]): Promise<void> {
  await database.write((tx) =>
    tx.run(sql`CREATE TABLE IF NOT EXISTS migrations (name TEXT PRIMARY KEY, at INTEGER NOT NULL)`),
  );
  const done = await database.all<{ name: string }>(sql`SELECT name FROM migrations ORDER BY name`);
  const executed = done.map(({ name }) => name);
  if (migrations.every(({ name }) => executed.includes(name))) return;
  // Read only where there is something to do: it comes with a command line that is most of what a start would read.
  const { Umzug } = await import('umzug');
  const umzug = new Umzug({
    migrations: migrations.map(({ name, up }) => ({
      name,
      up: () =>
        database.write(async (tx) => {
          await up(stepIn(tx));
          await tx.run(sql`INSERT INTO migrations (name, at) VALUES (${name}, ${Date.now()})`);
        }),
    })),
    storage: {
      executed: () => Promise.resolve(executed),
      // Noted inside the step's own transaction.
      logMigration: async () => {},
      unlogMigration: async () => {},
    },
    logger: undefined,
  });
  await umzug.up();
}
