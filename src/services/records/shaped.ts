import type { Id } from '../../core/ids';
import { categoriesOfPages } from '../../store/category-words';
import type { Reader } from '../../store/database';
import { liveOfMany, type KeptRecord, type LiveVersion } from '../../store/records';
import type { Installation } from '../runtime/installation';
import { shapeOf, type RecordShape } from './shape';

/** A record with its versions, and how it is read. */
export interface Shaped {
  record: KeptRecord;
  versions: LiveVersion[];
  category: Id | null;
  shape: RecordShape | undefined;
}

/** Some records with their versions, as a model reads them. */
export async function shaped(
  reader: Reader,
  installation: Installation,
  records: readonly KeptRecord[],
): Promise<Shaped[]> {
  const ids = records.map(({ id }) => id);
  const [live, categories] = [await liveOfMany(reader, ids), await categoriesOfPages(reader, ids)];
  return records.map((record) => {
    const category = categories.get(record.id) ?? null;
    const shape = shapeOf(installation, record, category);
    return { record, versions: live.get(record.id) ?? [], category, shape };
  });
}

/** What a record is called, or would be with another body. */
export const named = ({ record, shape }: Shaped, body = record.body): string =>
  shape?.title(body) ?? record.title;
