import type { Categories, Category } from '../../core/content/categories';
import type { Id } from '../../core/ids';
import type { CompiledType } from '../../core/model/compile';
import type { Scheme } from '../../core/model/document';
import type { Installation } from '../runtime/installation';
import { notFound } from '../runtime/refusal';

export function schemeOf(installation: Installation, id: Id): CompiledType<Scheme> {
  const scheme = installation.model.scheme(id);
  if (!scheme) throw notFound('scheme in force');
  return scheme;
}

export function needCategory(categories: Categories, id: Id): Category {
  const category = categories.get(id);
  if (!category) throw notFound('category');
  return category;
}
