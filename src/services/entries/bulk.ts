import type { LocalizedValues } from '../../core/content/localized-values';
import { FOREVER } from '../../core/content/states';
import { titleOf } from '../../core/content/values';
import type { Id } from '../../core/ids';
import type { CompiledType } from '../../core/model/compile';
import type { ContentType } from '../../core/model/document';
import { putLive } from '../../store/records';
import { inAct, type Act, type Doer } from '../records/act';
import type { EntryBody } from '../records/bodies';
import { addRecords } from '../records/working';
import type { Installation } from '../runtime/installation';

/**
 * An entry that comes from outside with its past: when it was last changed, since when visitors see it, and
 * until when.
 */
export interface BulkEntry extends LocalizedValues {
  at: number;
  by: number | null;
  stage: 'draft' | 'review';
  shown?: { starts: number; ends?: number };
}

/**
 * Makes many entries of a type inside an act, and answers with their ids. Values must have been read; entries
 * with faults are kept as they are.
 */
export async function addInBulk(
  act: Act,
  type: CompiledType<ContentType>,
  entries: readonly BulkEntry[],
): Promise<Id[]> {
  const said = entries.map(({ values, translations }) => {
    const body: EntryBody = { values, ...(translations ? { translations } : {}) };
    return JSON.stringify(body);
  });
  const made = await addRecords(
    act,
    entries.map(({ at, by, stage }, i) => ({
      sort: 'entry',
      type: type.id,
      body: said[i] ?? '',
      stage,
      at,
      by,
    })),
  );
  const shown = entries.flatMap(({ shown: span, values, at, by }, i) =>
    span
      ? [
          {
            record: made[i]?.id ?? 0,
            starts: span.starts,
            ends: span.ends ?? FOREVER,
            title: titleOf(type.definition, values),
            body: said[i] ?? '',
            model: act.model,
            at,
            by,
          },
        ]
      : [],
  );
  await putLive(act.tx, shown);
  return made.map(({ uuid }) => uuid);
}

/** Makes many entries of a type as one act. */
export const bringInBulk = (
  installation: Installation,
  person: Doer | null,
  type: CompiledType<ContentType>,
  entries: readonly BulkEntry[],
): Promise<Id[]> =>
  inAct(installation, person, async (act) => {
    const ids = await addInBulk(act, type, entries);
    await act.keep(`brought in ${ids.length} ${ids.length === 1 ? 'entry' : 'entries'}`);
    return ids;
  });
