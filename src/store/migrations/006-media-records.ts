import type { StepTransaction } from './step';
import { deriveAgain } from './derive-again';

/** Media are records as entries and pages are, with what is said of them in versions, so that they can be listed. */
export const mediaRecords = {
  name: '006-media-records',
  async up(tx: StepTransaction): Promise<void> {
    await letMediaBeRecords(tx);
    await tx.run(`CREATE TABLE media_files (
      record INTEGER PRIMARY KEY REFERENCES records(id) ON DELETE CASCADE, sort TEXT NOT NULL CHECK (sort IN ('picture', 'document', 'sound', 'film')),
      file TEXT NOT NULL, mime TEXT NOT NULL, bytes INTEGER NOT NULL, width INTEGER, height INTEGER, hash TEXT NOT NULL)`);
    await tx.run('CREATE INDEX media_files_by_hash ON media_files (hash)');
    const media = await tx.all<OldMedium>('SELECT * FROM media WHERE binned_at IS NULL ORDER BY id');
    for (const medium of media) await moveMedium(tx, medium);
    await tx.run('DROP TABLE media');
    await deriveAgain(tx);
  },
};

/** A check of a column can only be changed in the table's own words (sqlite.org/lang_altertable.html, section 7). */
async function letMediaBeRecords(tx: StepTransaction): Promise<void> {
  await tx.run('PRAGMA writable_schema = ON');
  await tx.run(
    "UPDATE sqlite_master SET sql = replace(sql, $1, $2) WHERE type = 'table' AND name = 'records'",
    ["IN ('entry', 'page', 'listing')", "IN ('entry', 'page', 'listing', 'medium')"],
  );
  await tx.run('PRAGMA writable_schema = RESET');
}

type Sort = 'picture' | 'document' | 'sound' | 'film';

interface OldMedium {
  uuid: string;
  sort: Sort;
  label: string;
  alt: string;
  file: string;
  mime: string;
  bytes: number;
  width: number | null;
  height: number | null;
  hash: string;
  made_at: number;
  made_by: number | null;
}

/** The ids that the shape of media had in every model when this step was written. */
const id = (n: number): string => `00000000-0000-7000-8000-${n.toString(16).padStart(12, '0')}`;
const MEDIA = id(1);
const field = {
  name: id(16),
  alt: id(17),
  sort: id(18),
  file: id(20),
  width: id(21),
  height: id(22),
  size: id(23),
  added: id(24),
};
const choice: Record<Sort, string> = { picture: id(32), document: id(33), sound: id(34), film: id(35) };
const FOREVER = Date.UTC(9999, 11, 31);

async function moveMedium(tx: StepTransaction, medium: OldMedium): Promise<void> {
  const { uuid, sort, label, alt, file, mime, bytes, width, height, hash, made_at: at, made_by: by } = medium;
  const values = {
    [field.name]: label,
    ...(alt ? { [field.alt]: alt } : {}),
    [field.sort]: choice[sort],
    [field.file]: { media: uuid },
    [field.size]: Math.max(1, Math.round(bytes / 1000)),
    [field.added]: new Date(at).toISOString().slice(0, 10),
    ...(width === null ? {} : { [field.width]: width }),
    ...(height === null ? {} : { [field.height]: height }),
  };
  const body = JSON.stringify({ values });
  await tx.run('INSERT OR IGNORE INTO ids (n, uuid) SELECT coalesce(max(n), 0) + 1, $1 FROM ids', [MEDIA]);
  const record = await tx.run(
    "INSERT INTO records (uuid, sort, type, made_at, made_by) SELECT $1, 'medium', n, $2, $3 FROM ids WHERE uuid = $4",
    [uuid, at, by, MEDIA],
  );
  await tx.run(
    "INSERT INTO working (record, revision, stage, title, body, faults, changed_at, changed_by) VALUES ($1, 1, 'draft', $2, $3, 0, $4, $5)",
    [record, label, body, at, by],
  );
  await tx.run(
    "INSERT INTO revisions (record, number, title, body, at, person, why) VALUES ($1, 1, $2, $3, $4, $5, 'made')",
    [record, label, body, at, by],
  );
  await tx.run(
    'INSERT INTO live (record, starts, ends, title, body, published_at, published_by) VALUES ($1, $2, $3, $4, $5, $2, $6)',
    [record, at, FOREVER, label, body, by],
  );
  await tx.run('INSERT INTO record_search (rowid, title) VALUES ($1, $2)', [record, label]);
  await tx.run(
    'INSERT INTO media_files (record, sort, file, mime, bytes, width, height, hash) VALUES ($1, $2, $3, $4, $5, $6, $7, $8)',
    [record, sort, file, mime, bytes, width, height, hash],
  );
}
