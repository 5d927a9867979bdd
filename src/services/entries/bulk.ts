import { FOREVER } from '../../core/content/states';
import {
  referencesInLocalized,
  localizedFaults,
  type LocalizedValues,
} from '../../core/content/localized-values';
import { titleOf } from '../../core/content/values';
import { newId, type Id } from '../../core/ids';
import type { CompiledType } from '../../core/model/compile';
import type { ContentType } from '../../core/model/document';
import type { WriteTransaction } from '../../store/database';
import { makeRecords, putLive, addRefs, putStage } from '../../store/records';
import { putLiveRows, putWorkRows } from '../../store/index-tables/rows';
import { giveSlugs } from './addresses';
import { indexTableIn, today, type Installation } from '../runtime/installation';
import type { EntryBody } from '../records/bodies';
import { knownOf } from '../records/known';
import { knowReferences, refRows } from '../records/references';

/** An entry that comes from outside with its past: when it was last changed, since when visitors see it, and until when. */
export interface BulkEntry extends LocalizedValues {
  at: number;
  by: number | null;
  stage: 'draft' | 'review';
  shown?: { starts: number; ends?: number };
}

/** Makes many entries of a type inside a write, and answers with their ids. Values must have been read; entries with faults are kept as they are. */
export async function addInBulk(
  tx: WriteTransaction,
  installation: Installation,
  type: CompiledType<ContentType>,
  entries: readonly BulkEntry[],
): Promise<Id[]> {
  const refs = entries.flatMap((entry) => referencesInLocalized(type.fields, entry));
  await knowReferences(tx, installation, refs);
  const here = { today: today(installation), known: await knownOf(tx, installation, refs) };
  const { keyMap, model } = installation;
  const indexTable = indexTableIn(installation, type);
  const made = entries.map((entry) => ({
    ...entry,
    uuid: newId(),
    title: titleOf(type.definition, entry.values),
    body: JSON.stringify({
      values: entry.values,
      ...(entry.translations ? { translations: entry.translations } : {}),
    } satisfies EntryBody),
    faults: localizedFaults(type.fields, entry, here).length,
  }));
  const ids = await makeRecords(
    tx,
    made.map(({ uuid, title, body, faults, at, by }) => ({
      uuid,
      sort: 'entry',
      type: keyMap.of(type.id),
      title,
      body,
      faults,
      at,
      by,
    })),
  );
  const reviewed = ids.filter((_, i) => made[i]?.stage === 'review');
  for (const id of reviewed) await putStage(tx, id, 'review');
  const shown = made.flatMap((entry, i) =>
    entry.shown
      ? [
          {
            ...entry,
            record: ids[i] ?? 0,
            span: { starts: entry.shown.starts, ends: entry.shown.ends ?? FOREVER },
          },
        ]
      : [],
  );
  const versions = await putLive(
    tx,
    shown.map(({ record, title, body, at, by, span }) => ({ record, title, body, at, by, ...span })),
  );
  await giveSlugs(tx, installation, type, shown);
  await putWorkRows(
    tx,
    indexTable,
    keyMap,
    model.locale,
    made.map((entry, i) => ({
      entry: ids[i] ?? 0,
      title: entry.title,
      changed: entry.at,
      stage: entry.stage,
      binned: false,
      localized: entry,
      spans: entry.shown ? [{ starts: entry.shown.starts, ends: entry.shown.ends ?? FOREVER }] : [],
    })),
    installation.now(),
  );
  await putLiveRows(
    tx,
    indexTable,
    keyMap,
    model.locale,
    shown.map((entry, i) => ({
      version: versions[i] ?? 0,
      entry: entry.record,
      span: entry.span,
      title: entry.title,
      published: entry.span.starts,
      changed: entry.at,
      localized: entry,
    })),
  );
  await addRefs(
    tx,
    made.flatMap((entry, i) => {
      const { shown: seen } = entry;
      const sides = seen && (seen.ends ?? FOREVER) > installation.now() ? ([0, 1] as const) : ([0] as const);
      return refRows(type.fields, referencesInLocalized(type.fields, entry)).flatMap((ref) =>
        sides.map((side) => ({ ...ref, source: ids[i] ?? 0, side })),
      );
    }),
  );
  return made.map(({ uuid }) => uuid);
}
