import type { Stage } from '../../core/content/states';
import { newId, type Id } from '../../core/ids';
import { changeWorking, makeRecords, setBinned, type KeptRecord } from '../../store/records';
import { type RecordSort } from '../../store/tables/records';
import { SAVED, type Act } from './act';
import { shapeOf } from './shape';

export interface FreshRecord {
  uuid?: Id;
  sort: RecordSort;
  type: Id | null;
  body: string;
  /** What it is called, where that is no field's value. */
  title?: string;
  stage?: Stage;
  /** When it was made, and by whom, where that was not now and by who does it. */
  at?: number;
  by?: number | null;
  category?: Id;
}

/** Makes records inside an act. Answers their integer keys and ids, in order. */
export async function addRecords(
  act: Act,
  fresh: readonly FreshRecord[],
): Promise<{ id: number; uuid: Id }[]> {
  const { tx, inside } = act;
  const rows = fresh.map(
    ({ uuid = newId(), sort, type, body, title, stage = 'draft', at, by, category }) => ({
      uuid,
      sort,
      type: type === null ? null : inside.keyMap.of(type),
      stage,
      title:
        shapeOf(inside, { sort, type, ...(title === undefined ? {} : { title }) }, category)?.title(body) ??
        '',
      body,
      model: act.model,
      at: at ?? act.now,
      by: by === undefined ? act.by : by,
    }),
  );
  const ids = await makeRecords(tx, rows);
  const made = rows.map(({ uuid }, i) => ({ id: ids[i] ?? 0, uuid }));
  act.made(made);
  return made;
}

export interface WorkingPatch {
  body?: string;
  title?: string;
  stage?: Stage;
  /** Whose working version it is from here on, where that is not who does it. */
  by?: number;
  /** Why this revision is kept, in the words of the history. */
  why: string;
}

/** Puts new working versions of records in place of those there are; what is not given stays. */
export async function changeRecords(
  act: Act,
  changes: readonly { record: KeptRecord; patch: WorkingPatch }[],
): Promise<void> {
  if (changes.length === 0) return;
  await act.touch(changes.map(({ record }) => record.id));
  act.saves += changes.filter(({ patch }) => patch.why === SAVED).length;
  await changeWorking(
    act.tx,
    changes.map(({ record, patch }) => {
      const { body = record.body, stage = record.stage, title = record.title, why } = patch;
      return {
        record,
        title: shapeOf(act.inside, { ...record, title })?.title(body) ?? title,
        body,
        stage,
        model: act.model,
        at: act.now,
        by: patch.by ?? act.by,
        why,
      };
    }),
  );
}

/** The same of one record. */
export const changeRecord = (act: Act, record: KeptRecord, patch: WorkingPatch): Promise<void> =>
  changeRecords(act, [{ record, patch }]);

/** Lays a record in the bin, or takes it out. */
export async function putInBin(act: Act, record: number, binned: boolean): Promise<void> {
  await act.touch([record]);
  await setBinned(act.tx, record, binned ? { at: act.now, by: act.by } : null);
}
