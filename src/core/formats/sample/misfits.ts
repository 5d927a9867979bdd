import { parseValues } from '../../content/values';
import type { JsonObject } from '../../json';
import type { ContentType, Field } from '../../model/document';
import { fieldGroup, kindFor, plainFields } from '../../model/kinds';
import { cellText } from './cell';
import type { ProposedField } from './propose-fields';
import { rowValues, type EntryNamed } from './row-values';

/** A cell that a proposed field does not take as it is, and why. */
export interface Misfit {
  /** The row, from 1. */
  row: number;
  cell: string;
  why: string;
}

/** What of a column does not fit its proposed field: how many cells, and the first of them. */
export interface ColumnMisfits {
  count: number;
  first: Misfit[];
}

/** How many cells are told of each column. */
const TOLD = 3;

/**
 * Holds the rows of a sample, one after the other, against the type that was proposed from them. It tells by the source of
 * each column what the type does not take, before anything is made.
 */
export class Misfits {
  readonly columns = new Map<string, ColumnMisfits>();
  private rows = 0;
  private readonly fields: Field[];
  private readonly inOrder: Field[];

  constructor(
    private readonly proposed: readonly ProposedField[],
    type: Pick<ContentType, 'fields'>,
    keys: ReadonlyMap<string, string>,
    private readonly today: string,
    private readonly named: EntryNamed = () => undefined,
  ) {
    this.fields = plainFields(type.fields);
    this.inOrder = proposed.flatMap(
      ({ source }) => this.fields.find(({ key }) => key === keys.get(source)) ?? [],
    );
  }

  add(row: JsonObject): void {
    this.rows += 1;
    const given = rowValues(row, this.proposed, this.inOrder, this.named);
    const { values, faults } = parseValues(this.fields, given, {}, '');
    const refused = new Set(faults.map(({ path }) => path.split('/')[1] ?? ''));
    const broken = fieldGroup
      .checkFields(this.fields, values, { today: this.today })
      .filter(({ path }) => !refused.has(path.split('/')[1] ?? ''));
    const seen = new Set<string>();
    for (const { path, message } of [...faults, ...broken]) {
      const key = path.split('/')[1] ?? '';
      const at = this.inOrder.findIndex((field) => field.key === key);
      const source = this.proposed[at]?.source;
      const field = this.inOrder[at];
      // What names other things is settled when these are there, or what they mean is known.
      if (source === undefined || !field || seen.has(source)) continue;
      if (kindFor(field).mayRefer || (kindFor(field).choices && this.proposed[at]?.fills)) continue;
      seen.add(source);
      const told = this.columns.get(source) ?? { count: 0, first: [] };
      this.columns.set(source, told);
      told.count += 1;
      if (told.first.length < TOLD)
        told.first.push({ row: this.rows, cell: cellText(row[source] ?? null), why: message });
    }
  }
}
