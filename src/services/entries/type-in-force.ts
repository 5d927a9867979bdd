import type { Id } from '../../core/ids';
import type { CompiledType } from '../../core/model/compile';
import type { ContentType } from '../../core/model/document';
import type { Installation } from '../runtime/installation';
import { notFound } from '../runtime/refusal';

/** The content type in force with an id; refuses where there is none. */
export function contentTypeInForce({ model }: Installation, id: Id): CompiledType<ContentType> {
  const type = model.contentType(id);
  if (!type) throw notFound('content type in force');
  return type;
}
