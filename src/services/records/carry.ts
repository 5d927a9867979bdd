import { carryForward } from '../../core/content/carry-forward';
import type { CompiledModel } from '../../core/model/compile';
import { liveOf, rewriteLive, type KeptRecord } from '../../store/records';
import type { Act } from './act';
import { pageBody } from './bodies';
import { changeRecord } from './working';

/** A stored body of a record as it is under a model; a listing's says its rule, which the model's own check follows. */
export function carriedBody(
  model: CompiledModel,
  { sort, type }: Pick<KeptRecord, 'sort' | 'type'>,
  body: string,
): string {
  const fields = (model.contentOrMedia(type ?? '') ?? model.pageType(type ?? ''))?.fields;
  return sort === 'listing' || !fields ? body : JSON.stringify(carryForward(model, fields, pageBody(body)));
}

/** Brings records to the model of an act: what is worked on, and what visitors see or will see. What they saw before stays as they saw it. */
export async function carryRecords(act: Act, records: readonly KeptRecord[]): Promise<void> {
  const { model } = act.inside;
  for (const record of records) {
    const body = carriedBody(model, record, record.body);
    if (body !== record.body) await changeRecord(act, record, { body, why: 'carried to a new model' });
    for (const version of body === record.body ? [] : await liveOf(act.tx, record.id))
      if (version.ends > act.now)
        await rewriteLive(act.tx, version.id, carriedBody(model, record, version.body));
  }
}
