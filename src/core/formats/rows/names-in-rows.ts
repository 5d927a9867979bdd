import type { Id } from '../../ids';
import type { JsonObject } from '../../json';
import type { Field } from '../../model/document';
import type { ProposedField } from '../sample/propose-fields';
import { rowValues } from '../sample/row-values';

/** The most different names that are kept of one field. */
export const mostNames = 20_000;

/** Gathers the names in the rows of a file, by the field in which they are looked up, with how many rows have each. */
export class NamesInRows {
  readonly names = new Map<Id, Map<string, number>>();
  /** Fields with more different names than are kept. */
  readonly tooMany = new Set<Id>();

  /** `columns` stand in the order of the `fields` that they fill. */
  constructor(
    private readonly columns: readonly ProposedField[],
    private readonly fields: readonly Field[],
  ) {}

  add(row: JsonObject): void {
    rowValues(row, this.columns, this.fields, (field, name) => {
      const counts = this.names.get(field) ?? new Map<string, number>();
      this.names.set(field, counts);
      const had = counts.get(name);
      if (had === undefined && counts.size >= mostNames) this.tooMany.add(field);
      else counts.set(name, (had ?? 0) + 1);
      return undefined;
    });
  }
}
