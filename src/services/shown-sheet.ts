import { referencesInSaid } from '../core/content/said';
import { isEntrySource, possibleSources, type SourceType } from '../core/mapping/sources';
import type { Id } from '../core/ids';
import type { Tx } from '../store/database';
import { liveOfMany, recordsOfType, type KeptRecord } from '../store/records';
import { dropRows, putLiveRows, type LiveRow } from '../store/sheet-rows';
import { sheetIn, type House } from './house';
import { pageBody } from './kept-body';
import { knowReferences } from './references';
import type { LiveChange } from './versions';

/** How many are written at a time. */
const BATCH = 2000;

/** The type of a page that can be listed, or of media: what lies in a sheet with the visitors' side alone. */
const listable = (house: Pick<House, 'model'>, type: Id | null): SourceType | undefined => possibleSources(house.model).find((each) => each.id === type && !isEntrySource(each));

const rowOf = (record: KeptRecord, { id, title, body, publishedAt, ...span }: LiveChange['versions'][number]): LiveRow => ({ version: id, entry: record.id, span, title, published: publishedAt, changed: record.changedAt, said: pageBody(body) });

/** Writes the sheet in which a page or a medium lies, after its versions changed. */
export async function fitShown(tx: Tx, house: House, record: KeptRecord, { dropped, versions }: LiveChange): Promise<void> {
  const type = listable(house, record.type);
  if (!type) return;
  const sheet = sheetIn(house, type);
  await knowReferences(tx, house, versions.flatMap(({ body }) => referencesInSaid(type.fields, pageBody(body))));
  await dropRows(tx, 'live', sheet, dropped);
  await putLiveRows(tx, sheet, house.surrogates, house.model.locale, versions.map((version) => rowOf(record, version)));
}

/** Writes the sheet of a page type, or of media, again from what its records hold. */
export async function rewriteShown(tx: Tx, house: House, { id }: { id: Id }): Promise<void> {
  const type = listable(house, id);
  if (!type) return;
  for (let after = 0, full = true; full;) {
    const records = await recordsOfType(tx, house.surrogates.of(id), after, BATCH);
    full = records.length === BATCH;
    after = records.at(-1)?.id ?? 0;
    const live = await liveOfMany(tx, records.map((record) => record.id));
    const rows = records.flatMap((record) => (live.get(record.id) ?? []).map((version) => rowOf(record, version)));
    await knowReferences(tx, house, rows.flatMap(({ said }) => referencesInSaid(type.fields, said)));
    await putLiveRows(tx, sheetIn(house, type), house.surrogates, house.model.locale, rows);
  }
}
