import { referencesInLocalized } from '../../core/content/localized-values';
import { isEntrySource, possibleSources, type SourceType } from '../../core/mapping/rule/sources';
import type { Id } from '../../core/ids';
import type { WriteTransaction } from '../../store/database';
import { liveOfMany, recordsOfType, type KeptRecord } from '../../store/records';
import { dropRows, putLiveRows, type LiveRow } from '../../store/index-tables/rows';
import { indexTableIn, type Installation } from '../runtime/installation';
import { pageBody } from './bodies';
import { knowReferences } from './references';
import type { LiveChange } from './versions';

/** How many are written at a time. */
const BATCH = 2000;

/** The type of a page that can be listed, or of media: what lies in a sheet with the visitors' side alone. */
const listable = (installation: Pick<Installation, 'model'>, type: Id | null): SourceType | undefined =>
  possibleSources(installation.model).find((each) => each.id === type && !isEntrySource(each));

const rowOf = (
  record: KeptRecord,
  { id, title, body, publishedAt, ...span }: LiveChange['versions'][number],
): LiveRow => ({
  version: id,
  entry: record.id,
  span,
  title,
  published: publishedAt,
  changed: record.changedAt,
  localized: pageBody(body),
});

/** Writes the sheet in which a page or a medium lies, after its versions changed. */
export async function reindexShown(
  tx: WriteTransaction,
  installation: Installation,
  record: KeptRecord,
  { dropped, versions }: LiveChange,
): Promise<void> {
  const type = listable(installation, record.type);
  if (!type) return;
  const indexTable = indexTableIn(installation, type);
  await knowReferences(
    tx,
    installation,
    versions.flatMap(({ body }) => referencesInLocalized(type.fields, pageBody(body))),
  );
  await dropRows(tx, 'live', indexTable, dropped);
  await putLiveRows(
    tx,
    indexTable,
    installation.keyMap,
    installation.model.locale,
    versions.map((version) => rowOf(record, version)),
  );
}

/** Writes the sheet of a page type, or of media, again from what its records hold. */
export async function rewriteShown(
  tx: WriteTransaction,
  installation: Installation,
  { id }: { id: Id },
): Promise<void> {
  const type = listable(installation, id);
  if (!type) return;
  for (let after = 0, full = true; full;) {
    const records = await recordsOfType(tx, installation.keyMap.of(id), after, BATCH);
    full = records.length === BATCH;
    after = records.at(-1)?.id ?? 0;
    const live = await liveOfMany(
      tx,
      records.map((record) => record.id),
    );
    const rows = records.flatMap((record) =>
      (live.get(record.id) ?? []).map((version) => rowOf(record, version)),
    );
    await knowReferences(
      tx,
      installation,
      rows.flatMap(({ localized }) => referencesInLocalized(type.fields, localized)),
    );
    await putLiveRows(
      tx,
      indexTableIn(installation, type),
      installation.keyMap,
      installation.model.locale,
      rows,
    );
  }
}
