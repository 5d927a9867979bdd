import { FOREVER } from '../core/content/states';
import { referencesInSaid, saidFaults, type Said } from '../core/content/said';
import { titleOf } from '../core/content/values';
import { newId, type Id } from '../core/ids';
import type { CompiledType } from '../core/model/compile';
import type { ContentType } from '../core/model/document';
import type { Tx } from '../store/database';
import { makeRecords, putLive, addRefs, putStage } from '../store/records';
import { putLiveRows, putWorkRows } from '../store/sheet-rows';
import { giveSlugs } from './entry-addresses';
import { sheetIn, today, type House } from './house';
import type { EntryBody } from './kept-body';
import { knownOf } from './known';
import { knowReferences, refRows } from './references';

/** An entry that comes from outside with its past: when it was last changed, since when visitors see it, and until when. */
export interface BulkEntry extends Said {
  at: number;
  by: number | null;
  stage: 'draft' | 'review';
  shown?: { starts: number; ends?: number };
}

/** Makes many entries of a type inside a write, and answers with their ids. Values must have been read; entries with faults are kept as they are. */
export async function addInBulk(tx: Tx, house: House, type: CompiledType<ContentType>, entries: readonly BulkEntry[]): Promise<Id[]> {
  const refs = entries.flatMap((entry) => referencesInSaid(type.fields, entry));
  await knowReferences(tx, house, refs);
  const here = { today: today(house), known: await knownOf(tx, house, refs) };
  const { surrogates, model } = house;
  const sheet = sheetIn(house, type);
  const made = entries.map((entry) => ({
    ...entry, uuid: newId(), title: titleOf(type.is, entry.values), body: JSON.stringify({ values: entry.values, ...(entry.translations ? { translations: entry.translations } : {}) } satisfies EntryBody), faults: saidFaults(type.fields, entry, here).length,
  }));
  const ids = await makeRecords(tx, made.map(({ uuid, title, body, faults, at, by }) => ({ uuid, sort: 'entry', type: surrogates.of(type.id), title, body, faults, at, by })));
  const reviewed = ids.filter((_, i) => made[i]?.stage === 'review');
  for (const id of reviewed) await putStage(tx, id, 'review');
  const shown = made.flatMap((entry, i) => (entry.shown ? [{ ...entry, record: ids[i] ?? 0, span: { starts: entry.shown.starts, ends: entry.shown.ends ?? FOREVER } }] : []));
  const versions = await putLive(tx, shown.map(({ record, title, body, at, by, span }) => ({ record, title, body, at, by, ...span })));
  await giveSlugs(tx, house, type, shown);
  await putWorkRows(tx, sheet, surrogates, model.locale, made.map((entry, i) => ({
    entry: ids[i] ?? 0, title: entry.title, changed: entry.at, stage: entry.stage, binned: false, said: entry,
    spans: entry.shown ? [{ starts: entry.shown.starts, ends: entry.shown.ends ?? FOREVER }] : [],
  })), house.now());
  await putLiveRows(tx, sheet, surrogates, model.locale, shown.map((entry, i) => ({
    version: versions[i] ?? 0, entry: entry.record, span: entry.span, title: entry.title, published: entry.span.starts, changed: entry.at, said: entry,
  })));
  await addRefs(tx, made.flatMap((entry, i) => {
    const { shown: seen } = entry;
    const sides = seen && (seen.ends ?? FOREVER) > house.now() ? ([0, 1] as const) : ([0] as const);
    return refRows(type.fields, referencesInSaid(type.fields, entry)).flatMap((ref) => sides.map((side) => ({ ...ref, source: ids[i] ?? 0, side })));
  }));
  return made.map(({ uuid }) => uuid);
}
