import type { Field } from '../../model/document';
import { kindFor, kinds, plainFields } from '../../model/kinds';
import type { Id } from '../../ids';
import type { ProposedField } from '../sample/propose-fields';
import { likeness, plainName } from './likeness';

/** How alike a column and a field must be for the column to be taken to it. */
const ENOUGH = 0.62;

/** How many letters of a word stand for it, at least. */
const SHORTEST = 3;

/** How much two names share, where one says more than the other: "Length" and "Length of the body". */
function sharedWords(one: string, other: string): number {
  const [a, b] = [one, other].map((name) => new Set(plainName(name).split(' ').filter(Boolean)));
  if (!a || !b || a.size === 0 || b.size === 0) return 0;
  // A word may stand short, as its beginning: "Sci. name".
  const isIn = (word: string, words: ReadonlySet<string>) =>
    words.has(word) ||
    [...words].some(
      (other) =>
        Math.min(word.length, other.length) >= SHORTEST && (word.startsWith(other) || other.startsWith(word)),
    );
  const [fewer, more] = a.size <= b.size ? [a, b] : [b, a];
  const both = [...fewer].filter((word) => isIn(word, more)).length;
  return both === fewer.size ? 0.7 + 0.2 * (fewer.size / more.size) : 0;
}

/** What the kinds of a column and a field say for or against one another. */
function kindsAgree({ kind, of }: ProposedField, field: Field): number {
  if (of === 0) return 0;
  const [found, wanted] = [kinds[kind], kindFor(field)];
  if (kind === field.kind) return 0.12;
  if (wanted.holds !== found.holds) return -0.3;
  return found.measures === wanted.measures ? 0.02 : -0.12;
}

const alike = (column: ProposedField, field: Field): number => {
  const names = [field.label, field.key];
  const called = [column.source, column.label];
  const byName = Math.max(
    ...called.flatMap((one) => names.map((other) => Math.max(likeness(one, other), sharedWords(one, other)))),
  );
  return byName < 0.6 ? 0 : byName + kindsAgree(column, field);
};

/**
 * Which field of a type each column of a file fills, by the likeness of their names and of what they hold; the likeliest
 * pairs first, and no field twice. Fields that are worked out are filled by no column.
 */
export function matchColumns(columns: readonly ProposedField[], fields: readonly Field[]): Map<string, Id> {
  const pairs = columns
    .flatMap((column) =>
      fields
        .filter((field) => !kindFor(field).derived)
        .map((field) => ({ column, field, score: alike(column, field) })),
    )
    .filter(({ score }) => score >= ENOUGH)
    .sort((a, b) => b.score - a.score);
  const matched = new Map<string, Id>();
  const filled = new Set<Id>();
  for (const { column, field } of pairs) {
    if (matched.has(column.source) || filled.has(field.id)) continue;
    matched.set(column.source, field.id);
    filled.add(field.id);
  }
  return matched;
}

/** A column as it is read into a field: by the field's kind, with the file's habits. Names in it are looked up by the field. */
export function columnInto(column: ProposedField, field: Field): ProposedField {
  const { inside, several } = kindFor(field);
  const { separator = several ? column.parted : undefined, ...habits } = column;
  return {
    ...habits,
    ...(separator === undefined ? {} : { separator }),
    kind: field.kind,
    required: field.required ?? false,
    fills: field.id,
    ...(inside ? { inside: insideInto(column.inside ?? [], plainFields(inside)) } : {}),
  };
}

/** What is inside a column, in the order of the fields inside the field that it fills. */
function insideInto(columns: readonly ProposedField[], fields: readonly Field[]): ProposedField[] {
  const [only] = columns;
  // A list of single values fills the one field of an item.
  const matched =
    columns.length === 1 && only?.source === '' && fields[0]
      ? new Map([['', fields[0].id]])
      : matchColumns(columns, fields);
  return fields.map((field) => {
    const column = columns.find(({ source }) => matched.get(source) === field.id);
    return columnInto(column ?? nothingFor(field), field);
  });
}

/** Stands where no column fills a field; no row has a member of its name. */
const nothingFor = ({ label, kind }: Field): ProposedField => ({
  source: '\u0000',
  label,
  kind,
  required: false,
  agree: 0,
  of: 0,
  evidence: '',
});
