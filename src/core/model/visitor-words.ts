import type { Id } from '../ids';
import { partKeys, type Mapping, type PartKey } from '../mapping/parts';
import { expandFields } from './compile';
import type { Field, ModelDocument } from './document';
import { insideOf } from './entries';
import { fieldsFound } from './found';
import { kindFor, plainFields } from './kinds';

/** Words of the model that visitors read: labels of fields, units, answers, fixed words. `where` says at what. */
export interface VisitorWords {
  words: string;
  where: string;
}

/** The parts in which a field is named beside what it says. */
export const labelledParts: readonly PartKey[] = ['figures', 'facts', 'further'];

/** The fields that a mapping names beside what they say, by the first id of their paths, and its fixed words. */
export function namedBy(mapping: Mapping): { fields: Id[]; words: string[] } {
  const steps = partKeys.flatMap((part) => (mapping[part] ?? []).flat().map((step) => ({ part, step })));
  return {
    fields: steps.flatMap(({ part, step }) =>
      'field' in step && labelledParts.includes(part) ? step.field.split('.').slice(0, 1) : [],
    ),
    words: steps.flatMap(({ step }) => ('words' in step ? [step.words] : [])),
  };
}

/** A field with those inside it. */
const withInside = (field: Field): Field[] => [
  field,
  ...plainFields(insideOf(field) ?? []).flatMap(withInside),
];

/**
 * Every word of the model that visitors read on a site in another language than the main one, each once: the labels of
 * fields where an appearance names them, or a listing does (`listed`: their ids, and the fixed words of listings); what
 * numbers count; both answers of yes or no; fixed words; groups of visitors. Choices and categories have names
 * of their own in each language.
 */
export function visitorWords(
  model: ModelDocument,
  listed: { fields: readonly Id[]; words: readonly string[] },
): VisitorWords[] {
  const sets = new Map(model.fieldSets.map((set) => [set.id, set]));
  const found = new Map<string, string>();
  const put = (words: string | undefined, where: string) => {
    if (words?.trim() && !found.has(words)) found.set(words, where);
  };
  for (const type of [...model.contentTypes, ...model.pageTypes, ...model.blockTypes]) {
    const { fields: shown, words } = namedBy(type.face.mapping);
    const named = new Set([...shown, ...listed.fields]);
    const apart = 'found' in type ? fieldsFound(type.found) : [];
    // What only tells how something is found is read by nobody on the site.
    const fields = expandFields(type.fields, sets).filter(({ id }) => !apart.includes(id));
    for (const field of fields) {
      if (named.has(field.id))
        for (const each of withInside(field)) put(each.label, `${type.label}: a field`);
      for (const each of withInside(field)) {
        const { unit, answers } = kindFor(each);
        put(unit, `${type.label}: what ${each.label} counts`);
        for (const answer of answers) put(answer, `${type.label}: ${each.label}`);
      }
    }
    for (const each of words) put(each, `${type.label}: fixed words`);
  }
  for (const { label } of model.accounts?.groups ?? []) put(label, 'A group of visitors');
  for (const each of listed.words) put(each, 'Fixed words of a listing');
  return [...found].map(([words, where]) => ({ words, where }));
}

/** How words of the model are said in a language: as they were translated, else as they stand. */
export const sayingIn =
  ({ words }: Pick<ModelDocument, 'words'>, language: string | undefined) =>
  (said: string): string =>
    (language === undefined ? undefined : words?.[language]?.[said]) || said;

/** The words of a model that have no form in a language yet. */
export const missingIn = (
  { words }: Pick<ModelDocument, 'words'>,
  language: string,
  all: readonly VisitorWords[],
): VisitorWords[] => all.filter((each) => !words?.[language]?.[each.words]);

export const wordBounds = { each: 200, all: 5000 } as const;
