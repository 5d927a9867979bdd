import type { Id } from '../ids';
import type { ListingRule } from '../mapping/rule/listing-rule';
import { fieldsOfMapping } from '../mapping/parts';
import { mappingIn } from '../mapping/rule/sources';
import type { CompiledModel, CompiledType } from '../model/compile';
import type { ContentType } from '../model/document';
import { fieldsFound } from '../model/found';
import { answersOf } from '../model/page-source';

/**
 * Where visitors see each field of a content type: the labels of listings in force that show it, and of the page types
 * that show an entry of the type on a page of its own. A field that stands nowhere has no labels.
 */
export function whereFieldsShow(
  model: CompiledModel,
  type: CompiledType<ContentType>,
  listings: readonly { label: string; rule: ListingRule }[],
): ReadonlyMap<Id, readonly string[]> {
  const own = new Set(fieldsOfMapping(type.definition.face.mapping));
  const found = new Set(fieldsFound(type.definition.found));
  const pages = model.pageTypes
    .filter(({ definition: { source } }) => answersOf(source).entryType === type.id)
    .map(({ definition }) => definition.label);
  const showing = listings
    .filter(({ rule }) => rule.from.includes(type.id))
    .map(({ label, rule }) => ({ label, fields: new Set(fieldsOfMapping(mappingIn(rule.mapping, type))) }));
  return new Map(
    type.fields.map(({ id }) => [
      id,
      [
        ...showing.flatMap(({ label, fields }) => (fields.has(id) ? [label] : [])),
        ...(own.has(id) ? pages : []),
        ...(found.has(id) && pages.length > 0 ? ['search results and cards'] : []),
      ],
    ]),
  );
}
