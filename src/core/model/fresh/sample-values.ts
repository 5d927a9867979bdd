import { formattedFrom } from '../../content/formatted';
import { newId } from '../../ids';
import type { Field } from '../document';
import { plainFields, type FieldValues, type Value } from '../kinds';

/**
 * What a field shows where nothing is filled in yet: its own name, a number, a day. Kinds that refer to other
 * things stay empty.
 */
function sampleOf(field: Field): Value | undefined {
  switch (field.kind) {
    case 'line':
      return field.label;
    case 'paragraphs':
      return `${field.label}. A few words, as long as an editor may write here, so that one sees how they run over more than one line.`;
    case 'formatted':
      return formattedFrom(
        `${field.label}. A few words, as long as an editor may write here.\n\nA second paragraph follows.`,
      );
    case 'number':
      return field.rules.min ?? 12;
    case 'yesNo':
      return true;
    case 'date':
      return '2026-06-21';
    case 'moment':
      return '2026-06-21T10:30';
    case 'choice': {
      const [first, second] = field.rules.choices.map(({ id }) => id);
      return first === undefined
        ? undefined
        : field.rules.multiple
          ? [first, ...(second === undefined ? [] : [second])]
          : first;
    }
    case 'link':
      return { to: 'url', url: 'https://quillwater.example/', words: field.label };
    case 'spot':
      return { latitude: 51.5, longitude: -0.5, words: field.label };
    case 'group':
      return sampleValues(plainFields(field.rules.fields));
    case 'list':
      return [1, 2].map(() => ({ id: newId(), values: sampleValues(plainFields(field.rules.fields)) }));
    case 'category':
    case 'entry':
    case 'media':
    case 'computed':
      return undefined;
  }
}

/** Values that show what each field is, for a face that has no content yet. */
export function sampleValues(fields: readonly Field[]): FieldValues {
  return Object.fromEntries(
    fields.flatMap((field) => {
      const value = sampleOf(field);
      return value === undefined ? [] : [[field.id, value]];
    }),
  );
}
