import type { Id } from '../core/ids';
import { FOLDERS } from '../core/model/media-type';
import { countLiveIn, type CategoryColumn } from '../store/categories';
import type { Asker } from '../store/database';
import type { Side } from '../store/sheet-shape';
import { sheetIn, type House } from './house';

/** The columns of every content type's sheet that are filled from a scheme; for folders, that of media. */
export function categoryColumns(house: Pick<House, 'model' | 'surrogates'>, scheme: Id, side: Side): CategoryColumn[] {
  return (scheme === FOLDERS ? [house.model.media] : house.model.contentTypes).flatMap((type) => {
    const sheet = sheetIn(house, type);
    return type.fields.flatMap((field): CategoryColumn[] => {
      const column = sheet.fields.get(field.id);
      return field.kind === 'category' && field.rules.scheme === scheme && column ? [{ sheet: sheet[side], field: column.n, column: column.value, many: column.many }] : [];
    });
  });
}

/** In how many entries that visitors see each of some categories of a scheme stands, itself or one below it. */
export async function liveCounts(asker: Asker, house: House, scheme: Id, categories: readonly Id[]): Promise<Map<Id, number>> {
  const counts = await countLiveIn(asker, categoryColumns(house, scheme, 'live'), categories.map((id) => house.surrogates.find(id)), house.now());
  return new Map(categories.map((id) => [id, counts.get(house.surrogates.find(id)) ?? 0]));
}
