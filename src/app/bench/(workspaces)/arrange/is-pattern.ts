import { answersOf } from '../../../../core/model/page-source';
import type { PageEditing } from './use-page-editing';

/** Whether a page says how others are: those of entries, or of categories. */
export function isPatternOf({
  kept,
  model,
  type,
}: Pick<PageEditing, 'model' | 'type'> & { kept: { category: string | null } }): boolean {
  const source = answersOf(type.definition.source);
  return (
    model.contentType(source.entryType ?? '') !== undefined ||
    (model.scheme(source.scheme ?? '') !== undefined && kept.category === null)
  );
}
