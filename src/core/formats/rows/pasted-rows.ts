import Papa from 'papaparse';
import type { Id } from '../../ids';
import type { Field } from '../../model/document';
import { kindFor } from '../../model/kinds';
import type { Saying } from '../../content/said-day';
import { isTypedInCell, typedCell } from '../../content/typed-cell';
import type { ProposedField } from '../sample/propose-fields';
import { matchColumns } from './match-columns';

/**
 * The cells of a text that was copied from a spreadsheet (tabs, quotes around cells with several lines) or from a table
 * written with commas, semicolons or bars (RFC 4180). Empty lines at its end are no rows.
 */
export function pastedCells(text: string, alone = false): string[][] {
  const bare = text.replace(/(?:\r?\n[\t ]*)+$/, '');
  if (bare.trim() === '') return [];
  // One column has nothing that sets its cells apart: a comma in it is a comma.
  if (alone && !bare.includes('\t')) return bare.split(/\r?\n/).map((line) => [line]);
  const { data } = Papa.parse<string[]>(bare, {
    ...(bare.includes('\t') ? { delimiter: '\t' } : { delimitersToGuess: [',', ';', '|'] }),
  });
  return data;
}

/** A column of which nothing but its name is known. */
const columnNamed = (source: string): ProposedField => ({
  source,
  label: source,
  kind: 'line',
  required: false,
  agree: 0,
  of: 0,
  evidence: '',
});

/** Pasted rows, and which field each of their columns fills; nothing where it fills none. */
export interface PastedRows {
  columns: (Field | undefined)[];
  rows: string[][];
  /** Whether its first line named the columns. */
  headed: boolean;
}

/** How many rows tell what a column may fill. */
const LOOKED_AT = 20;

const isEachRead = (field: Field, cells: readonly string[], saying: Saying): boolean =>
  cells.every((cell) => 'value' in typedCell(field, cell, saying));

/**
 * Which field each column without a name fills: a number, a day, a choice whose values all of its cells are, else the next
 * field of words.
 */
function columnsByCells(
  rows: readonly string[][],
  fields: readonly Field[],
  saying: Saying,
): (Field | undefined)[] {
  const left = new Set(fields);
  return (rows[0] ?? []).map((_, i) => {
    const cells = rows.slice(0, LOOKED_AT).flatMap((row) => (row[i]?.trim() ? [row[i]] : []));
    const open = [...left];
    // “3 Dec” may be so many of something; what can be a day is one.
    const narrow = open
      .filter((field) => isTypedInCell(field) && !kindFor(field).words)
      .sort((a, b) => Number(kindFor(a).measures === 'number') - Number(kindFor(b).measures === 'number'));
    const found =
      (cells.length > 0 ? narrow.find((field) => isEachRead(field, cells, saying)) : undefined) ??
      open.find((field) => kindFor(field).words && isEachRead(field, cells, saying));
    if (found) left.delete(found);
    return found;
  });
}

/**
 * Reads pasted rows for some fields. Where the first line names at least half of its columns as fields are called, it says
 * what fills what; otherwise what stands in the columns does.
 */
export function pastedRows(text: string, all: readonly Field[], saying: Saying): PastedRows {
  const fields = all.filter((field) => !kindFor(field).derived && kindFor(field).holds === undefined);
  const [first = [], ...rest] = pastedCells(text, fields.length === 1);
  const names = first.map((cell) => cell.trim());
  const matched: ReadonlyMap<string, Id> = matchColumns(names.filter(Boolean).map(columnNamed), fields);
  const headed = matched.size > 0 && matched.size * 2 >= names.filter(Boolean).length;
  if (!headed) {
    const rows = first.length > 0 ? [first, ...rest] : [];
    return { columns: columnsByCells(rows, fields, saying), rows, headed };
  }
  return {
    columns: names.map((name) => fields.find(({ id }) => id === matched.get(name))),
    rows: rest,
    headed,
  };
}

/** Pasted rows as a table whose first line names the columns as fields are called (RFC 4180, with tabs). */
export function pastedTable(text: string, fields: readonly Field[], saying: Saying): string {
  const { columns, rows, headed } = pastedRows(text, fields, saying);
  if (headed || rows.length === 0) return text;
  const heading = columns.map((field, i) => field?.label ?? `Column ${i + 1}`);
  return Papa.unparse([heading, ...rows], { delimiter: '\t' });
}
