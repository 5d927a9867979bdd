import { everythingSaid, type SlotContents } from '../../core/content/blocks';
import { replaceCategory } from '../../core/content/references';
import type { Values } from '../../core/content/values';
import type { Id } from '../../core/ids';
import type { Field } from '../../core/model/document';
import { liveOfMany, recordsByIds, rewriteLive, type KeptRecord } from '../../store/records';
import { recordsNaming } from '../../store/refs';
import type { Act } from '../records/act';
import { pageBody } from '../records/bodies';
import { changeRecords, type WorkingPatch } from '../records/working';
import type { Installation } from '../runtime/installation';

function inSlots(
  { model }: Installation,
  contents: SlotContents,
  from: Id,
  to: Id | undefined,
): SlotContents {
  // The blocks are copied as plain data first, so that the kept ones stay as they are.
  const copy = structuredClone(contents);
  for (const { said } of everythingSaid(copy))
    said.values = replaceCategory(model.blockType(said.type)?.fields ?? [], said.values, from, to);
  return copy;
}

/** A body in which one category stands for another, or for none. */
function replaced(
  installation: Installation,
  fields: readonly Field[],
  body: string,
  from: Id,
  to: Id | undefined,
): string {
  const kept = pageBody(body);
  const { translations, slots } = kept;
  const swap = (values: Values) => replaceCategory(fields, values, from, to);
  return JSON.stringify({
    ...kept,
    values: swap(kept.values),
    ...(translations
      ? {
          translations: Object.fromEntries(
            Object.entries(translations).map(([locale, values]) => [locale, swap(values)]),
          ),
        }
      : {}),
    ...(slots ? { slots: inSlots(installation, slots, from, to) } : {}),
  });
}

const fieldsOf = ({ model }: Installation, { type }: KeptRecord): readonly Field[] | undefined =>
  (model.contentOrMedia(type ?? '') ?? model.pageOrShared(type ?? ''))?.fields;

/**
 * Gives every reference to one category to another (or to none), in what is worked on and in what visitors
 * see or will see; in some records alone, by their ids (`only`) or integer keys (`among`).
 */
export async function replaceCategoryRefs(
  act: Act,
  from: Id,
  to: Id | undefined,
  { only, among }: { only?: ReadonlySet<Id>; among?: readonly number[] } = {},
): Promise<void> {
  const naming = await recordsByIds(act.tx, among ?? (await recordsNaming(act.tx, from)));
  const records = naming.filter(({ uuid }) => !only || only.has(uuid));
  const ids = records.map(({ id }) => id);
  await act.touch(ids);
  const live = await liveOfMany(act.tx, ids);
  const changed: { record: KeptRecord; patch: WorkingPatch }[] = [];
  const rewritten: (readonly [version: number, body: string])[] = [];
  for (const record of records) {
    const fields = fieldsOf(act.inside, record);
    if (!fields) continue;
    const body = replaced(act.inside, fields, record.body, from, to);
    if (body !== record.body) changed.push({ record, patch: { body, why: 'category changed' } });
    for (const version of live.get(record.id) ?? [])
      // What visitors saw before stays as they saw it.
      if (version.ends > act.now)
        rewritten.push([version.id, replaced(act.inside, fields, version.body, from, to)]);
  }
  await changeRecords(act, changed);
  await rewriteLive(act.tx, rewritten);
}
