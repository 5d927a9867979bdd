import type { Id } from '../../ids';
import type { ContentType, Field } from '../../model/document';
import { proposeFace } from '../../model/fresh/propose-face';
import { newContentType, newField } from '../../model/fresh/start';
import { kindFor, kinds } from '../../model/kinds';
import { choicesOf } from './choices-of';
import type { ProposedField } from './propose-fields';

/** The fields that some proposed ones make. `typeOf` tells the content type that a file became. */
function fieldsMade(proposed: readonly ProposedField[], typeOf: (file: string) => Id | undefined): Field[] {
  const taken: string[] = [];
  return proposed.map((each) => {
    const made = newField(each.label, each.kind, taken);
    taken.push(made.key);
    const rules = kinds[each.kind].fromSample?.rules?.(each, {
      fields: (inside) => fieldsMade(inside, typeOf),
      choices: choicesOf,
      typeOf,
    });
    return {
      ...made,
      ...(each.required ? { required: true } : {}),
      rules: { ...made.rules, ...rules },
    } as Field;
  });
}

/** How many fields a name that nobody fills in is made of. */
const JOINED = 3;

/**
 * What names an entry where no column does: worked out from the first fields that can be said in few words, so that nobody
 * has to fill it in; without any, a line.
 */
function ownName(fields: readonly Field[]): Field {
  const taken = fields.map(({ key }) => key);
  const short = fields.filter((field) => {
    const { isOpaque, derived, mayRefer, words = 'line' } = kindFor(field);
    return !isOpaque && !derived && !mayRefer && words === 'line';
  });
  // Those that every row fills come first.
  const from = [...short]
    .sort((a, b) => Number(b.required ?? false) - Number(a.required ?? false))
    .slice(0, JOINED);
  if (from.length === 0) return newField('Name', 'line', taken);
  return {
    ...newField('Name', 'computed', taken),
    rules: { how: 'joined', from: from.map(({ id }) => id), joint: ', ' },
  } as Field;
}

/**
 * The content type that some proposed fields make, named by a label. `title` is the source of the field that names an
 * entry; without one the type keeps a name of its own. Answers also which field each source became.
 */
export function typeFromSample(
  label: string,
  proposed: readonly ProposedField[],
  title: string | undefined,
  taken: readonly string[],
  typeOf: (file: string) => Id | undefined,
): { type: ContentType; keys: Map<string, string> } {
  const fresh = newContentType(label, taken);
  const fields = fieldsMade(proposed, typeOf);
  const keys = new Map(proposed.map(({ source }, i) => [source, fields[i]?.key ?? '']));
  const at = proposed.findIndex(({ source, kind }) => source === title && kinds[kind].mayTitle);
  const naming = fields[at];
  if (!naming) {
    // Nothing in the sample names a row, so the type's own name stands first and is free among the keys.
    const name = ownName(fields);
    return { type: withTitle(fresh, [name, ...fields], name), keys };
  }
  return { type: withTitle(fresh, fields, naming), keys };
}

const withTitle = (type: ContentType, fields: Field[], title: Field): ContentType => ({
  ...type,
  fields,
  title: title.id,
  slug: { ...type.slug, from: title.id },
  face: proposeFace(fields, title.id),
  columns: [
    title.id,
    ...fields
      .filter(({ id, indexed }) => indexed && id !== title.id)
      .slice(0, 3)
      .map(({ id }) => id),
  ],
});
