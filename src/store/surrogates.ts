import type { Id } from '../core/ids';
import type { ModelDocument } from '../core/model/document';
import type { Asker, Tx } from './database';

/** The integer keys that stand inside for the ids of types, fields and choices. Once given they never change. */
export class Surrogates {
  private constructor(private readonly numbers: Map<Id, number>) {}

  static async load(asker: Asker): Promise<Surrogates> {
    const rows = await asker.all<{ n: number; uuid: string }>('SELECT n, uuid FROM ids');
    return new Surrogates(new Map(rows.map(({ n, uuid }) => [uuid, n])));
  }

  /** Gives a number to every id of a model that has none yet, and answers with the whole. */
  static async extend(tx: Tx, model: ModelDocument): Promise<Surrogates> {
    const ids = [...model.contentTypes, ...model.pageTypes].flatMap((type) => [
      type.id,
      ...type.fields.flatMap((field) => [field.id, ...(field.kind === 'choice' ? field.rules.choices.map(({ id }) => id) : [])]),
    ]);
    await tx.insertMany('ids', ['uuid'], ids.map((id) => [id]), 'INSERT OR IGNORE');
    return Surrogates.load(tx);
  }

  /** The number of an id that is in the model. */
  of(id: Id): number {
    const n = this.numbers.get(id);
    if (n === undefined) throw new Error(`The id ${id} has no number: the model it is from was never put in force.`);
    return n;
  }

  /** The number of an id, or -1 (which no row has) for one that the model never had. */
  find(id: Id): number {
    return this.numbers.get(id) ?? -1;
  }
}
