import type { Id } from '../../ids';
import { isInclude, type ModelDocument } from '../document';
import { changeEntries } from '../entries';
import { kindFor } from '../kinds';

/** The model with more to choose from in a field, wherever the field stands: in a content type, in a set, inside another. */
export function addChoices(document: ModelDocument, field: Id, labels: readonly string[]): ModelDocument {
  const grown = <S extends { fields: ModelDocument['fieldSets'][number]['fields'] }>(shape: S): S => ({
    ...shape,
    fields: changeEntries(shape.fields, (entry) => [
      entry.id === field && !isInclude(entry) ? kindFor(entry).withChoices(labels) : entry,
    ]),
  });
  return {
    ...document,
    contentTypes: document.contentTypes.map(grown),
    fieldSets: document.fieldSets.map(grown),
  };
}
