import { carryForward } from '../../core/content/carry-forward';
import { carryRule } from '../../core/mapping/rule/carry-rule';
import type { CompiledModel } from '../../core/model/compile';
import { liveOfMany, rewriteLive, type KeptRecord } from '../../store/records';
import type { Act } from './act';
import { listingBody, pageBody } from './bodies';
import { changeRecords, type WorkingPatch } from './working';

/** A stored body of a record as it is under a model; a listing's says its rule. */
export function carriedBody(
  model: CompiledModel,
  { sort, type }: Pick<KeptRecord, 'sort' | 'type'>,
  body: string,
): string {
  const fields = (model.contentOrMedia(type ?? '') ?? model.pageOrShared(type ?? ''))?.fields;
  if (sort === 'listing') {
    const said = listingBody(body);
    return JSON.stringify({ ...said, rule: carryRule(model, said.rule) });
  }
  return fields ? JSON.stringify(carryForward(model, fields, pageBody(body))) : body;
}

/**
 * Brings records to the model of an act: what is worked on, and what visitors see or will see. What they saw
 * before stays as they saw it.
 */
export async function carryRecords(act: Act, records: readonly KeptRecord[]): Promise<void> {
  const { model } = act.inside;
  const versions = await liveOfMany(
    act.tx,
    records.map(({ id }) => id),
  );
  const changed: { record: KeptRecord; patch: WorkingPatch }[] = [];
  const rewritten: { record: number; version: number; body: string }[] = [];
  for (const record of records) {
    const body = carriedBody(model, record, record.body);
    if (body !== record.body) changed.push({ record, patch: { body, why: 'carried to a new model' } });
    // A version may hold what has to be carried although the working one holds it no more.
    for (const version of versions.get(record.id) ?? []) {
      const carried = version.ends > act.now ? carriedBody(model, record, version.body) : version.body;
      if (carried !== version.body) rewritten.push({ record: record.id, version: version.id, body: carried });
    }
  }
  await changeRecords(act, changed);
  await act.touch(rewritten.map(({ record }) => record));
  await rewriteLive(
    act.tx,
    rewritten.map(({ version, body }) => [version, body] as const),
  );
}
