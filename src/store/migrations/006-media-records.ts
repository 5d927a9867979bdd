import { FOREVER } from '../../core/content/states';
import { possibleSources } from '../../core/mapping/rule/sources';
import { CompiledModel } from '../../core/model/compile';
import { MEDIA, mediumFields, valuesOfFile } from '../../core/model/media-type';
import type { WriteTransaction } from '../database';
import type { FileRow } from '../media';
import { modelInForce } from '../model';
import { makeRecords, putLive } from '../records';
import { putLiveRows } from '../index-tables/rows';
import { indexTableOf } from '../index-tables/shape';
import { reindexTables, indexedTypesIn } from '../index-tables/tables';
import { KeyMap } from '../key-map';

/** Media are records as entries and pages are, with what is said of them in versions and in a sheet, so that they can be listed. */
export const mediaRecords = {
  name: '006-media-records',
  async up(tx: WriteTransaction): Promise<void> {
    await letMediaBeRecords(tx);
    await tx.run(`CREATE TABLE media_files (
      record INTEGER PRIMARY KEY REFERENCES records(id) ON DELETE CASCADE, sort TEXT NOT NULL CHECK (sort IN ('picture', 'document', 'sound', 'film')),
      file TEXT NOT NULL, mime TEXT NOT NULL, bytes INTEGER NOT NULL, width INTEGER, height INTEGER, hash TEXT NOT NULL)`);
    await tx.run('CREATE INDEX media_files_by_hash ON media_files (hash)');
    const model = await modelInForce(tx);
    if (model) await moveMedia(tx, new CompiledModel(model.document, model.number));
    await tx.run('DROP TABLE media');
  },
};

/** A check of a column can only be changed in the table's own words (sqlite.org/lang_altertable.html, section 7). */
async function letMediaBeRecords(tx: WriteTransaction): Promise<void> {
  await tx.run('PRAGMA writable_schema = ON');
  await tx.run(
    "UPDATE sqlite_master SET sql = replace(sql, $1, $2) WHERE type = 'table' AND name = 'records'",
    ["IN ('entry', 'page', 'listing')", "IN ('entry', 'page', 'listing', 'medium')"],
  );
  await tx.run('PRAGMA writable_schema = RESET');
}

interface OldMedium extends FileRow {
  uuid: string;
  label: string;
  alt: string;
  at: number;
  by: number | null;
}

async function moveMedia(tx: WriteTransaction, model: CompiledModel): Promise<void> {
  const keyMap = await KeyMap.load(tx);
  await keyMap.extend(tx, model.document);
  const after = indexedTypesIn(model);
  await reindexTables(
    tx,
    { ...after, types: possibleSources(model).filter(({ id }) => id !== MEDIA) },
    after,
    keyMap,
  );
  const media = (
    await tx.all<OldMedium>(
      'SELECT uuid, sort, label, alt, file, mime, bytes, width, height, hash, made_at AS at, made_by AS by FROM media WHERE binned_at IS NULL ORDER BY id',
    )
  ).map((medium) => {
    const facts = valuesOfFile({
      media: medium.uuid,
      sort: medium.sort,
      width: medium.width,
      height: medium.height,
      size: medium.bytes,
      added: new Date(medium.at).toISOString().slice(0, 10),
    });
    const localized = {
      values: {
        [mediumFields.name]: medium.label,
        ...(medium.alt ? { [mediumFields.alt]: medium.alt } : {}),
        ...facts,
      },
    };
    return { ...medium, localized, body: JSON.stringify(localized), title: medium.label };
  });
  const records = await makeRecords(
    tx,
    media.map(({ uuid, title, body, at, by }) => ({
      uuid,
      sort: 'medium',
      type: keyMap.of(MEDIA),
      title,
      body,
      faults: 0,
      at,
      by,
    })),
  );
  const rows = media.map((medium, i) => ({ ...medium, record: records[i] ?? 0 }));
  await tx.insertMany(
    'media_files',
    ['record', 'sort', 'file', 'mime', 'bytes', 'width', 'height', 'hash'],
    rows.map(({ record, sort, file, mime, bytes, width, height, hash }) => [
      record,
      sort,
      file,
      mime,
      bytes,
      width,
      height,
      hash,
    ]),
  );
  const versions = await putLive(
    tx,
    rows.map(({ record, title, body, at, by }) => ({
      record,
      title,
      body,
      starts: at,
      ends: FOREVER,
      at,
      by,
    })),
  );
  await putLiveRows(
    tx,
    indexTableOf(model.media, keyMap, model.document.locales),
    keyMap,
    model.locale,
    rows.map(({ record, title, localized, at }, i) => ({
      version: versions[i] ?? 0,
      entry: record,
      span: { starts: at, ends: FOREVER },
      title,
      published: at,
      changed: at,
      localized,
    })),
  );
}
