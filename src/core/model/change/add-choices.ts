import { choicesOf } from '../../formats/sample/choices-of';
import type { Id } from '../../ids';
import { isInclude, type ModelDocument } from '../document';
import { changeEntries } from '../entries';
import { kindFor, type Choice, type FieldKind } from '../kinds';

/** The model with more to choose from in a field, wherever the field stands: in a content type, in a set, inside another. */
export function addChoices(document: ModelDocument, field: Id, labels: readonly string[]): ModelDocument {
  const more = (of: FieldKind): Choice[] =>
    choicesOf(
      labels,
      (of.choices ?? []).map(({ key }) => key),
    );
  const grown = <S extends { fields: ModelDocument['fieldSets'][number]['fields'] }>(shape: S): S => ({
    ...shape,
    fields: changeEntries(shape.fields, (entry) => {
      if (entry.id !== field || isInclude(entry)) return [entry];
      const kind = kindFor(entry);
      return [kind.withChoices(more(kind))];
    }),
  });
  return {
    ...document,
    contentTypes: document.contentTypes.map(grown),
    fieldSets: document.fieldSets.map(grown),
  };
}
