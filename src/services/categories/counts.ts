import type { Id } from '../../core/ids';
import { FOLDERS } from '../../core/model/media-type';
import { countLiveIn, type CategoryColumn } from '../../store/categories';
import type { Reader } from '../../store/database';
import type { Side } from '../../store/index-tables/shape';
import { indexTableIn, type Installation } from '../runtime/installation';
import { kindFor } from '../../core/model/kinds';

/** The columns of every content type's index table that are filled from a scheme; for folders, that of media. */
export function categoryColumns(
  installation: Pick<Installation, 'model' | 'keyMap'>,
  scheme: Id,
  side: Side,
): CategoryColumn[] {
  return (scheme === FOLDERS ? [installation.model.media] : installation.model.contentTypes).flatMap(
    (type) => {
      const indexTable = indexTableIn(installation, type);
      return type.fields.flatMap((field): CategoryColumn[] => {
        const column = indexTable.fields.get(field.id);
        return kindFor(field).scheme === scheme && column
          ? [{ indexTable: indexTable[side], field: column.n, column: column.value, many: column.many }]
          : [];
      });
    },
  );
}

/** In how many entries that visitors see each of some categories of a scheme stands, itself or one below it. */
export async function liveCounts(
  reader: Reader,
  installation: Installation,
  scheme: Id,
  categories: readonly Id[],
): Promise<Map<Id, number>> {
  const counts = await countLiveIn(
    reader,
    categoryColumns(installation, scheme, 'live'),
    categories.map((id) => installation.keyMap.find(id)),
    installation.now(),
  );
  return new Map(categories.map((id) => [id, counts.get(installation.keyMap.find(id)) ?? 0]));
}
