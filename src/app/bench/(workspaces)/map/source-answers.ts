import type { CompiledModel } from '../../../../core/model/compile';
import { answersOf, type SourceAnswers } from '../../../../core/model/page-source';

/** What fills the pages of a type, by its key; nothing where the model has no such type. */
export function sourceAnswers(model: CompiledModel, type: string): SourceAnswers | undefined {
  const source = model.pageTypeByKey(type)?.definition.source;
  return source && answersOf(source);
}
