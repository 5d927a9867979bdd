import type { Id } from '../../ids';
import type { Field } from '../../model/document';
import { asList, kindFor } from '../../model/kinds';
import type { FieldValues } from '../../model/kinds/nested';

/** The fields through which entries and pages link to entries, as far as they are kept for filtering. */
export const linkFields = (fields: readonly Field[]): Field[] =>
  fields.filter((field) => field.indexed && kindFor(field).leadsTo !== undefined);

/** The ids of all that something links to, each once, by its link fields and what it says. */
export const linksIn = (fields: readonly Field[], values: FieldValues): Id[] => [
  ...new Set(
    linkFields(fields).flatMap(({ id }) =>
      values[id] === undefined ? [] : asList(values[id] as Id | Id[]).map(String),
    ),
  ),
];
