import { sql } from './sql';
import type { Id } from '../core/ids';
import { isInclude, shapeLists, type FieldEntry, type ModelDocument } from '../core/model/document';
import { rowsOf } from '../core/model/entries';
import { FOLDERS, mediaType } from '../core/model/media-type';
import type { Reader, WriteTransaction } from './database';
import { ids as idTable } from './tables/ids';
import { kindFor } from '../core/model/kinds';

/** What stands in `multi_values` for a field, for the languages in which something of a row is said. */
export const LANGUAGE = 'language';
export const languageId = (locale: string): string => `${LANGUAGE}:${locale}`;

/** The ids in an index table that need a number: the fields at the top, and their choices. */
const idsIn = (entries: readonly FieldEntry[]): Id[] =>
  rowsOf(entries).flatMap(({ entry }) =>
    isInclude(entry) ? [] : [entry.id, ...(kindFor(entry).choices ?? []).map(({ id }) => id)],
  );

/**
 * The integer keys that stand inside for ids: of types, fields, choices, and of whatever a value refers to. Once given
 * they never change, and within a process none is given twice, even where the write that gave it failed.
 */
export class KeyMap {
  private constructor(
    private readonly numbers: Map<Id, number>,
    private next: number,
  ) {}

  static async load(reader: Reader): Promise<KeyMap> {
    // As two texts: as many rows would take four times as long to come, and are nothing but garbage afterwards.
    const kept = await reader.one<{ numbers: string; uuids: string }>(
      sql`SELECT json_group_array(n) AS numbers, json_group_array(uuid) AS uuids FROM ids`,
    );
    const numbers = JSON.parse(kept?.numbers ?? '[]') as number[];
    const uuids = JSON.parse(kept?.uuids ?? '[]') as Id[];
    return new KeyMap(
      new Map(uuids.map((uuid, i) => [uuid, numbers[i] ?? 0])),
      numbers.reduce((most, n) => Math.max(most, n), 0) + 1,
    );
  }

  /** Gives a number to every id of a model that has none yet, to what media are in it, and to its languages. */
  extend(tx: WriteTransaction, model: ModelDocument): Promise<void> {
    const languages = [LANGUAGE, ...[model.locales.main, ...model.locales.others].map(languageId)];
    const media = mediaType(model);
    return this.know(tx, [
      ...languages,
      FOLDERS,
      media.id,
      ...idsIn(media.fields),
      ...shapeLists.flatMap((list) => model[list].flatMap((shape) => [shape.id, ...idsIn(shape.fields)])),
    ]);
  }

  /** Gives numbers to ids that have none, and keeps them all. */
  async know(tx: WriteTransaction, ids: readonly Id[]): Promise<void> {
    const different = [...new Set(ids)];
    for (const id of different) {
      if (this.numbers.has(id)) continue;
      this.numbers.set(id, this.next);
      this.next += 1;
    }
    // One given in a write that failed is not kept yet, so all are offered again.
    await tx.insertAll(
      idTable,
      different.map((id) => ({ n: this.of(id), uuid: id })),
      'INSERT OR IGNORE',
    );
  }

  /** The number of an id that is in the model. */
  of(id: Id): number {
    const n = this.numbers.get(id);
    if (n === undefined)
      throw new Error(`The id ${id} has no number: the model it is from was never put in force.`);
    return n;
  }

  /** The number of an id, or -1 (which no row has) for one that nothing was ever told of. */
  find(id: Id): number {
    return this.numbers.get(id) ?? -1;
  }
}
