import type { Id } from '../core/ids';
import { isJsonObject, type Json, type JsonObject } from '../core/json';
import { parts, type Format, type PartKey } from '../core/mapping/parts';
import type { Field } from '../core/model/document';
import { kindFor, kinds, type FieldKind } from '../core/model/kinds';

/** How fields are spoken of in a mapping that is edited: by key in a listing's rule, by id in the model. */
export interface FieldNames {
  nameOf(field: Field): string;
  /** The field of its own that a name begins with. */
  fieldOf(name: string): Field | undefined;
  fields: readonly Field[];
  /** The fields of what an entry link leads to. */
  behind(link: Field): readonly Field[];
}

/** The content types as links lead to them: each with its fields. */
export type LinkedTypes = readonly { id: Id; fields: readonly Field[] }[];

function namesBy(own: (field: Field) => string, fields: readonly Field[], types: LinkedTypes): FieldNames {
  return {
    fields,
    nameOf: own,
    fieldOf: (name) => fields.find((field) => own(field) === name.split('.')[0]),
    behind(link) {
      const { leadsTo } = kindFor(link);
      return types
        .filter(({ id }) => leadsTo && (leadsTo.length === 0 || leadsTo.includes(id)))
        .flatMap((type) => type.fields);
    },
  };
}

export const byKey = (fields: readonly Field[], types: LinkedTypes = []): FieldNames =>
  namesBy(({ key }) => key, fields, types);
export const byId = (fields: readonly Field[], types: LinkedTypes = []): FieldNames =>
  namesBy(({ id }) => id, fields, types);

/** The field at the end of a name, and what it is called: "Summary", "Guide’s Name". */
export function endOf(name: string, names: FieldNames): { field: Field; label: string } | undefined {
  const [, inner] = name.split('.');
  const first = names.fieldOf(name);
  if (!first || inner === undefined) return first && { field: first, label: first.label };
  const behind = names.behind(first).find((field) => names.nameOf(field) === inner);
  return { field: behind ?? first, label: behind ? `${first.label}’s ${behind.label}` : first.label };
}

export const chainsOf = (mapping: Json | undefined, part: PartKey): Json[][] => {
  const chains = isJsonObject(mapping) ? mapping[part] : undefined;
  return Array.isArray(chains) ? chains.filter((chain): chain is Json[] => Array.isArray(chain)) : [];
};

/** The mapping with other chains for a part; a part without chains is absent. */
export function withChains(mapping: Json | undefined, part: PartKey, chains: Json[][]): JsonObject {
  const { [part]: _before, ...rest } = isJsonObject(mapping) ? mapping : {};
  const filled = chains.filter((chain) => chain.length > 0);
  return filled.length > 0 ? { ...rest, [part]: filled } : rest;
}

/** The fields that can feed a part. */
export const feedersOf = (fields: readonly Field[], part: PartKey): Field[] =>
  fields.filter(({ kind }) => parts[part].takes.includes(kind));

/** What can feed a part through an entry link: each by its name and what it is called. */
export function feedersThrough(
  names: FieldNames,
  part: PartKey,
): { name: string; label: string; field: Field }[] {
  const found = names.fields.flatMap((link) =>
    feedersOf(names.behind(link), part).map((field) => ({
      name: `${names.nameOf(link)}.${names.nameOf(field)}`,
      label: `${link.label}’s ${field.label}`,
      field,
    })),
  );
  return [...new Map(found.map((each) => [each.name, each])).values()];
}

/** The parts that can say fixed words. */
export const wordedParts: readonly PartKey[] = ['kicker', 'heading', 'summary', 'text', 'marks'];

/** The kinds that a part takes, in words: "a line, formatted text or paragraphs". */
export const takesInWords = (part: PartKey): string =>
  new Intl.ListFormat('en', { type: 'disjunction' }).format(
    parts[part].takes.map((kind) => kinds[kind].label.toLowerCase()),
  );

/** Whether a field holds running text, which may be shortened. */
export const isLong = ({ words }: Pick<FieldKind, 'words'>): boolean =>
  words === 'text' || words === 'formatted';

/**
 * The step a field begins with in a part (by a name of its own, where it is reached through a link): long
 * text is shortened, of several choices the first few are shown.
 */
export function beginStep(
  field: Field,
  part: PartKey,
  names: FieldNames,
  name = names.nameOf(field),
): JsonObject {
  const kind = kindFor(field);
  if (isLong(kind) && part === 'summary') return { field: name, format: { shorten: 180 } };
  if (kind.several && kind.facetTells !== undefined) return { field: name, format: { first: 3 } };
  return { field: name };
}

/** A step with one thing of its format set, or (with nothing) not set. */
export function withFormat(
  step: Json,
  part: Partial<{ [K in keyof Format]: Format[K] | undefined }>,
): JsonObject {
  const { format, ...rest } = isJsonObject(step) ? step : {};
  const next = Object.fromEntries(
    Object.entries({ ...(isJsonObject(format) ? format : {}), ...part }).filter(
      ([, value]) => value !== undefined,
    ),
  ) as JsonObject;
  return Object.keys(next).length > 0 ? { ...rest, format: next } : rest;
}

/** "Summary, 180 characters". */
export function stepInWords(step: Json, names: FieldNames): string {
  if (!isJsonObject(step)) return '';
  if (typeof step.words === 'string') return `“${step.words}”`;
  const label = endOf(String(step.field), names)?.label ?? 'a field that is gone';
  const format = isJsonObject(step.format) ? step.format : {};
  return [
    label,
    typeof format.shorten === 'number' ? `${format.shorten} characters` : '',
    typeof format.first === 'number' ? `first ${format.first}` : '',
    typeof format.date === 'string' && format.pattern === undefined
      ? (dateFormatWords[format.date] ?? '')
      : '',
    typeof format.pattern === 'string' ? format.pattern : '',
    format.as === 'line' ? 'in a line' : format.as === 'face' ? 'with its own appearance' : '',
    typeof format.ratio === 'number' ? `${format.ratio} to 1` : '',
  ]
    .filter(Boolean)
    .join(', ');
}

/** How entries that are linked to are set, in words. */
export const linkedLookWords: Record<NonNullable<Format['as']>, string> = {
  line: 'As a line of names',
  card: 'As a card each',
  face: 'Each with its own appearance',
};

export const dateFormatWords: Record<string, string> = {
  long: 'the day in full',
  short: 'day and month',
  numeric: 'the day in numbers',
  month: 'month and year',
  year: 'the year',
  weekday: 'with the weekday',
  time: 'the time',
  numeral: 'the day as a large numeral',
};
