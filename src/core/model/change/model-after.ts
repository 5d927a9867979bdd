import { CompiledModel } from '../compile';
import type { ModelDocument } from '../document';
import { reordersChoices } from './follows';

/**
 * The model that comes after one in force, with a document of its own. It counts how often choices were
 * reordered.
 */
export function modelAfter(before: CompiledModel, document: ModelDocument): CompiledModel {
  const after = new CompiledModel(document, before.revision + 1, before.reordered);
  const fields = [...after.contentTypes, ...after.pageTypes, after.media].flatMap((type) => {
    const old = before.contentOrMedia(type.id) ?? before.pageType(type.id);
    return type.fields.filter((field) => reordersChoices(old?.field(field.id), field));
  });
  if (fields.length === 0) return after;
  const counted = fields.map(({ id }) => [id, (before.reordered.get(id) ?? 0) + 1] as const);
  return new CompiledModel(document, after.revision, new Map([...before.reordered, ...counted]));
}
